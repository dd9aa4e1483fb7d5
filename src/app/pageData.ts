import { cache } from 'react'
import { isTrouble, findNetwork, read, type Db } from '@/db'

export type Read<T> = { readonly value: T } | { readonly trouble: string }

/** Reads for a page; trouble with the database is a sentence for the person, with the file's place. */
export async function readForPage<T>(work: (db: Db) => T): Promise<Read<T>> {
  return said(read(work))
}

/** The outcome of work, or what the database's trouble is. */
export async function said<T>(work: Promise<T>): Promise<Read<T>> {
  try {
    return { value: await work }
  } catch (error) {
    if (isTrouble(error)) return { trouble: error.message }
    throw error
  }
}

/** A network, read once for a page and its title. */
export const readNetworkRow = cache((id: string) => readForPage((db) => findNetwork(db, id)))
