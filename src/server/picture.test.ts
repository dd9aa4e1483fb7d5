import sharp from 'sharp'
import { makePicture } from './picture'

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 200, g: 180, b: 90 } } })

/** A picture with so much in it that it does not get small by itself. */
const noisy = (width: number, height: number) => {
  const dots = new Uint8Array(3 * width * height)
  for (let i = 0, state = 1; i < dots.length; i++) dots[i] = state = (state * 16807) % 2147483647
  return sharp(dots, { raw: { width, height, channels: 3 } })
}

test('a picture is made anew: turned as it was taken, no larger than needed, with nothing hidden in it', async () => {
  const taken = await plain(300, 200)
    .withExif({ IFD0: { Make: 'Camera', Orientation: '6' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()
  expect((await sharp(taken).metadata()).exif).toBeDefined()
  const made = await makePicture(taken)
  expect([made.type, made.width, made.height]).toEqual(['image/webp', 200, 300])
  const { exif, xmp, iptc, orientation, format } = await sharp(made.bytes).metadata()
  expect([exif, xmp, iptc, orientation, format]).toEqual([undefined, undefined, undefined, undefined, 'webp'])
  const large = await makePicture(await noisy(3000, 1500).jpeg().toBuffer())
  expect([large.width, large.height]).toEqual([2400, 1200])
  expect(large.bytes.length).toBeLessThanOrEqual(2 * 1024 * 1024)
})

test.each([
  ['PNG', () => plain(20, 10).png().toBuffer()],
  ['JPEG', () => plain(20, 10).jpeg().toBuffer()],
  ['WebP', () => plain(20, 10).webp().toBuffer()],
])('%s is read', async (_, make) => {
  expect(await makePicture(await make())).toMatchObject({ width: 20, height: 10 })
})

test.each<[string, () => Promise<Buffer>, RegExp]>([
  ['nothing', async () => Buffer.alloc(0), /no picture/],
  ['a GIF', async () => plain(9, 9).gif().toBuffer(), /no PNG, JPEG or WebP/],
  ['an SVG', async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), /no PNG/],
  ['a document', async () => Buffer.from('{"format":"nodrel-network"}'), /no PNG/],
  [
    'what only begins as a PNG',
    async () => Buffer.concat([(await plain(9, 9).png().toBuffer()).subarray(0, 8), Buffer.alloc(99)]),
    /damaged/,
  ],
  ['half a JPEG', async () => (await noisy(200, 200).jpeg().toBuffer()).subarray(0, 9000), /damaged/],
  ['30,000 × 30,000 dots', async () => vast(), /30,000 × 30,000 dots; up to 50 million/],
])('%s is refused in words', async (_, make, words) => {
  await expect(makePicture(await make())).rejects.toThrow(words)
})

/** The head of a PNG that says how large it is, and nothing behind it: nobody has to unpack it to know. */
async function vast(): Promise<Buffer> {
  const small = await plain(9, 9).png().toBuffer()
  small.writeUInt32BE(30_000, 16)
  small.writeUInt32BE(30_000, 20)
  small.writeUInt32BE(crc(small.subarray(12, 29)), 29)
  return small
}

function crc(bytes: Buffer): number {
  let value = 0xffffffff
  for (const byte of bytes) {
    value ^= byte
    for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1
  }
  return (value ^ 0xffffffff) >>> 0
}
