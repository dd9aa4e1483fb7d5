import { claimDraftSlot } from './draftSlot'

/** The browser's lock manager, as far as it is used. */
function lockManager(): Pick<LockManager, 'request'> {
  const held = new Set<string>()
  const request = async (name: string, _options: unknown, work: (lock: object | null) => unknown) => {
    if (held.has(name)) return work(null)
    held.add(name)
    await work({ name })
    held.delete(name)
    return undefined
  }
  return { request } as unknown as Pick<LockManager, 'request'>
}
const storage = (...drafts: string[]) => ({ getItem: (key: string) => (drafts.includes(key) ? '{}' : null) })
const settled = () => new Promise((done) => setTimeout(done, 0))

test('two windows keep their drafts apart', async () => {
  const locks = lockManager()
  const [first, second] = [await claimDraftSlot('n', storage(), locks), await claimDraftSlot('n', storage(), locks)]
  expect([first.key, second.key]).toEqual(['nodrel-draft:n:0', 'nodrel-draft:n:1'])
  first.release()
  await settled()
  expect((await claimDraftSlot('n', storage(), locks)).key).toBe('nodrel-draft:n:0')
})

test('a draft that a closed window left is taken up, one of an open window is not', async () => {
  const locks = lockManager()
  const open = await claimDraftSlot('n', storage('nodrel-draft:n:0'), locks)
  const next = await claimDraftSlot('n', storage('nodrel-draft:n:0', 'nodrel-draft:n:3'), locks)
  expect([open.key, next.key]).toEqual(['nodrel-draft:n:0', 'nodrel-draft:n:3'])
  await settled()
  expect((await claimDraftSlot('n', storage(), locks)).key).toBe('nodrel-draft:n:1')
})

test('without a lock manager there is one place', async () => {
  expect((await claimDraftSlot('n', storage(), undefined)).key).toBe('nodrel-draft:n:0')
})
