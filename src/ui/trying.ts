/**
 * The networks that are being tried in this browser, kept in a cookie: their answers stand nowhere until they are found,
 * also not on a page that the server draws.
 */
export const tryingCookie = 'nodrel-trying'

/** So many are remembered, the last ones first. */
const most = 40
const isId = (text: string) => /^[\w-]{1,64}$/.test(text)

/** The ids in a cookie's value; none where it makes no sense. */
export function readTrying(value: string | undefined): string[] {
  return (value ?? '').split('.').filter(isId).slice(0, most)
}

/** The same from all cookies of a request, or of the page. */
export function tryingIn(cookies: string | null): string[] {
  const own = (cookies ?? '').split('; ').find((it) => it.startsWith(`${tryingCookie}=`))
  return readTrying(own?.slice(tryingCookie.length + 1))
}

/** Remembers that a network is being tried, or no longer is. */
export function keepTrying(id: string, isTried: boolean): void {
  const others = tryingIn(document.cookie).filter((other) => other !== id)
  const ids = isTried ? [id, ...others].slice(0, most) : others
  document.cookie = `${tryingCookie}=${ids.join('.')}; path=/; max-age=31536000; samesite=lax`
}
