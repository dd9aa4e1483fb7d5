import { cache } from 'react'
import { find, isTrouble, read } from '@/db'

export type ReadForPage<T> = { readonly value: T } | { readonly trouble: string }

/** The outcome of work; trouble with the database is a sentence for the person, with the file's place. */
export async function said<T>(work: Promise<T>): Promise<ReadForPage<T>> {
  try {
    return { value: await work }
  } catch (error) {
    if (isTrouble(error)) return { trouble: error.message }
    throw error
  }
}

/** A network, read once for a page and its title. */
export const readNetworkRow = cache((id: string) => said(read((db) => find(db, 'network', id))))
