import { refuse, type Refused } from './refusal'

/** The headers that tell who asks. */
interface Asking {
  readonly method: string
  /** Path and query, as they were sent. */
  readonly url: string
  readonly header: (name: string) => string | null | undefined
}

const own = ['127.0.0.1', 'localhost', '[::1]']

/** The names that Nodrel answers to: this machine's own, and those that `NODREL_HOSTS` lists, with commas between. */
function answersTo(host: string): boolean {
  const name = host.replace(/:\d*$/, '').toLowerCase()
  const configured = (process.env.NODREL_HOSTS ?? '').split(',').map((it) => it.trim().toLowerCase())
  return name !== '' && (own.includes(name) || configured.includes(name))
}

/**
 * Why a request is turned away before anything else looks at it; null where it may pass. A page of another site must
 * neither read nor change what is kept here, whatever name it gives this machine.
 */
export function turnedAway({ method, url, header }: Asking): Refused | null {
  const host = header('host') ?? ''
  if (!answersTo(host)) return refuse(421, 'Nodrel does not answer to this name; NODREL_HOSTS can list it')
  const origin = header('origin')
  if (origin !== null && origin !== undefined && !isOf(origin, host))
    return refuse(403, 'requests from other sites are not taken')
  const site = header('sec-fetch-site')
  const followsLink = method === 'GET' && header('sec-fetch-mode') === 'navigate' && !url.startsWith('/api/')
  if ((site === 'cross-site' || site === 'same-site') && !followsLink)
    return refuse(403, 'requests from other sites are not taken')
  try {
    decodeURIComponent(url.split('?', 1)[0])
  } catch {
    return refuse(400, 'the address cannot be read')
  }
  return null
}

function isOf(origin: string, host: string): boolean {
  try {
    return new URL(origin).host.toLowerCase() === new URL(`http://${host}`).host.toLowerCase()
  } catch {
    return false
  }
}
