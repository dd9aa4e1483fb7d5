import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { Readable } from 'node:stream'
import { turnedAway } from './gate'
import { refusalText } from './refusal'

/** What the browser is told of every answer: nothing may come from elsewhere, nor be shown inside another page. */
const guarding = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
}

/** Scripts with the nonce alone; styles also inline, since drawings and formulas are placed by them. */
function contentPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

/** Answers a request for a path under `/api/`. */
export type Doors = (request: Request, path: string) => Promise<Response>

/** How long a body that was refused may go on coming, in milliseconds, so that its sender reads why. */
const lastWords = 1000

/**
 * Answers one request: turns strangers away, gives requests for the doors to them straight (routing alone takes Next as
 * long as the rest), and everything else to Next.
 */
export function serve(request: IncomingMessage, response: ServerResponse, doors: Doors, next: () => void): void {
  for (const [name, value] of Object.entries(guarding)) response.setHeader(name, value)
  const { method = 'GET', url = '/' } = request
  const header = (name: string) => request.headers[name]?.toString()
  const refusal = turnedAway({ method, url, header })
  if (refusal) {
    response.writeHead(refusal.status, { 'Content-Type': 'application/json', Connection: 'close' })
    response.end(refusalText(refusal))
    return
  }
  const path = url.split('?', 1)[0]
  // What the build made has nothing to forbid, and its headers would weigh as much as a script.
  if (path.startsWith('/_next/')) return next()
  if (!path.startsWith('/api/')) {
    const nonce = randomBytes(16).toString('base64')
    const policy = contentPolicy(nonce)
    // Next reads the nonce from here, for the scripts that it writes.
    request.headers['content-security-policy'] = policy
    request.headers['x-nonce'] = nonce
    response.setHeader('Content-Security-Policy', policy)
    next()
    return
  }
  void doors(webRequest(request, method, url), path)
    .then((answer) => send(request, response, answer))
    .catch(() => response.destroy())
}

function webRequest(request: IncomingMessage, method: string, url: string): Request {
  const body = method === 'GET' || method === 'HEAD' ? null : (Readable.toWeb(request) as ReadableStream)
  return new Request(`http://${request.headers.host}${url}`, {
    method,
    headers: Object.entries(request.headers).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, value.toString()] as [string, string]],
    ),
    body,
    ...(body && { duplex: 'half' }),
  })
}

async function send(request: IncomingMessage, response: ServerResponse, answer: Response): Promise<void> {
  answer.headers.forEach((value, name) => response.setHeader(name, value))
  // What is still being sent by who was refused is not waited for.
  if (!request.complete) {
    response.setHeader('Connection', 'close')
    response.once('finish', () => setTimeout(() => request.destroy(), lastWords))
  }
  response.writeHead(answer.status)
  if (answer.body)
    for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>)
      // What the other side does not take yet is not piled up here.
      if (!response.write(chunk)) await Promise.race([once(response, 'drain'), once(response, 'close')])
  response.end()
}
