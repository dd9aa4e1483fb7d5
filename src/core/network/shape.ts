import { isObject } from '../format'
import type { NetworkDocument } from './write'

/** Whether a value has the shape of a document, right or wrong: a list of parts that are objects. What has not is damaged. */
export function isDocument(value: unknown): value is NetworkDocument {
  if (!isObject(value)) return false
  const { parts } = value as { parts?: unknown }
  return Array.isArray(parts) && parts.every(isObject)
}
