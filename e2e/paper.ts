import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { newFolder } from '../test/folder'

/** Runs a program that reads files: what it says. */
export const tool = (name: string, ...words: readonly string[]) =>
  execFileSync(name, words, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 })

/** A text with plain single spaces. */
export const plain = (text: string) => text.replaceAll('\u2009', ' ').replace(/\s+/g, ' ')

/** Prints the page into a file. */
export async function print(page: Page, file: string): Promise<void> {
  await page.pdf({ path: file, preferCSSPageSize: true, printBackground: true })
}

/** What stands on each page of a printed file, laid out as there. */
export const layOut = (file: string) =>
  tool('pdftotext', '-layout', file, '-')
    .split('\f')
    .filter((text) => text.trim() !== '')

/** The pages of what the browser prints, as plain text. */
export async function pagesOf(page: Page): Promise<string[]> {
  const file = join(newFolder(), 'printed.pdf')
  await print(page, file)
  return layOut(file).map(plain)
}
