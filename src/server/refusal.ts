import type { Problem } from '@/core/network'

/** What a request is refused with: HTTP status and problems as JSON. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
    /** More JSON for the answer, as text: `"current":{…}`. */
    readonly more = '',
  ) {
    super(problems.map(({ message }) => message).join('; '))
  }
}

/** The JSON text that a refusal is answered with: `{ problems }`, and what more it brings. */
export function refusalText({ problems, more }: Refused): string {
  return `{"problems":${JSON.stringify(problems)}${more && `,${more}`}}`
}

export function refuse(status: number, message: string, more = ''): Refused {
  return new Refused(status, [{ part: null, field: 'request', message }], more)
}
