import { refuse, Refused } from './refusal'

/** The most dots of a picture that comes in, and what is kept of it. */
const mostDots = 50_000_000
const mostKept = 2 * 1024 * 1024
const longestSide = 2400

/** A picture made anew: turned as it was taken, no larger than is needed, with nothing in it but dots. */
interface MadePicture {
  readonly type: 'image/webp'
  readonly width: number
  readonly height: number
  readonly bytes: Buffer
}

/** A request's body as a picture, of so many bytes at most. */
export async function readPicture(request: Request, most: number): Promise<MadePicture> {
  const tooLong = () => refuse(413, `the picture is over the limit of ${most / 1024 ** 2} MiB`)
  if (Number(request.headers.get('content-length')) > most) throw tooLong()
  const pieces: Uint8Array[] = []
  let bytes = 0
  if (request.body)
    for await (const piece of request.body as unknown as AsyncIterable<Uint8Array>) {
      bytes += piece.length
      if (bytes > most) throw tooLong()
      pieces.push(piece)
    }
  return makePicture(Buffer.concat(pieces))
}

/** The kinds that are read, by how their files begin: what a file is called says nothing. */
function kindOf(bytes: Buffer): 'png' | 'jpeg' | 'webp' | null {
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'png'
  if (bytes.length > 3 && bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg'
  const text = (from: number) => bytes.subarray(from, from + 4).toString('latin1')
  return text(0) === 'RIFF' && text(8) === 'WEBP' ? 'webp' : null
}

/** @throws Refused in words: no PNG, JPEG or WebP; damaged or cut off; too many dots */
export async function makePicture(bytes: Buffer): Promise<MadePicture> {
  if (bytes.length === 0) throw refuse(400, 'there is no picture')
  if (kindOf(bytes) === null) throw refuse(400, 'this is no PNG, JPEG or WebP picture')
  // It is large, and needed by few requests alone.
  const { default: sharp } = await import('sharp')
  const open = () => sharp(bytes, { limitInputPixels: mostDots, failOn: 'error', animated: false })
  try {
    // Only its head is read for that.
    const { width = 0, height = 0 } = await sharp(bytes, { limitInputPixels: false }).metadata()
    if (width * height > mostDots)
      throw refuse(
        400,
        `the picture has ${width.toLocaleString('en')} × ${height.toLocaleString('en')} dots; up to 50 million are read`,
      )
    for (const quality of [80, 60, 40, 25]) {
      const { data, info } = await open()
        .rotate()
        .resize({ width: longestSide, height: longestSide, fit: 'inside', withoutEnlargement: true })
        .webp({ quality })
        .toBuffer({ resolveWithObject: true })
      if (data.length <= mostKept) return { type: 'image/webp', width: info.width, height: info.height, bytes: data }
    }
  } catch (error) {
    if (error instanceof Refused) throw error
    if (error instanceof Error && /pixel limit/i.test(error.message))
      throw refuse(400, 'the picture has too many dots; up to 50 million are read')
    throw refuse(400, 'the picture is damaged, or only a part of one')
  }
  throw refuse(413, 'the picture cannot be made smaller than 2 MiB')
}
