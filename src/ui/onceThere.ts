/**
 * Fetches a part of a screen, as `import` does. While the server does not answer it waits: the screen stands without the part
 * for as long.
 *
 * @throws what `load` throws twice although the server answers
 */
export async function onceThere<T>(load: () => Promise<T>): Promise<T> {
  for (let isAgain = false; ; isAgain = true) {
    try {
      return await load()
    } catch (error) {
      if (isAgain && (await isServerThere())) throw error
      while (!(await isServerThere())) await new Promise((done) => setTimeout(done, 1000))
    }
  }
}

async function isServerThere(): Promise<boolean> {
  return fetch('/icon.svg', { method: 'HEAD', cache: 'no-store' }).then(
    () => true,
    () => false,
  )
}

/**
 * What stands in the place of a part that is being fetched. Without it the whole screen would wait for the part, and what is
 * typed meanwhile would be undone.
 */
export const Nothing = () => null
