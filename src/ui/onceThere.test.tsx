import { onceThere } from './onceThere'

const answers = jest.fn<Promise<unknown>, []>()
beforeEach(() => {
  jest.useFakeTimers()
  Object.assign(globalThis, { fetch: answers })
})
afterEach(() => jest.useRealTimers())

test('a part that cannot be fetched is waited for while the server does not answer', async () => {
  const load = jest.fn().mockRejectedValueOnce(new Error('no chunk')).mockResolvedValue('the part')
  answers.mockRejectedValueOnce(new TypeError()).mockRejectedValueOnce(new TypeError()).mockResolvedValue({})
  const fetched = onceThere(load)
  await jest.advanceTimersByTimeAsync(1500)
  expect(load).toHaveBeenCalledTimes(1)
  await jest.advanceTimersByTimeAsync(1000)
  expect(await fetched).toBe('the part')
})

test('what cannot be fetched from a server that answers fails', async () => {
  answers.mockResolvedValue({})
  const load = jest.fn().mockRejectedValue(new Error('gone'))
  await expect(onceThere(load)).rejects.toThrow('gone')
  expect(load).toHaveBeenCalledTimes(2)
})
