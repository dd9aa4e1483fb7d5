import { bitLength } from '../quantity'

const safe = BigInt(Number.MAX_SAFE_INTEGER)

/**
 * The greatest common divisor of two positive whole numbers, by Lehmer's method: many steps of Euclid's algorithm
 * are taken on the leading 52 bits, in doubles, and applied to the long numbers at once
 * (Knuth, “The Art of Computer Programming”, vol. 2, 4.5.2, algorithm L).
 */
export function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  if (a < b) [a, b] = [b, a]
  while (b > safe) {
    const shift = BigInt(Math.floor(bitLength(a)) - 51)
    let x = Number(a >> shift)
    let y = Number(b >> shift)
    let [A, B, C, D] = [1, 0, 0, 1]
    while (y + C !== 0 && y + D !== 0) {
      const q = Math.floor((x + A) / (y + C))
      if (q !== Math.floor((x + B) / (y + D))) break
      ;[A, C] = [C, A - q * C]
      ;[B, D] = [D, B - q * D]
      ;[x, y] = [y, x - q * y]
    }
    if (B === 0) [a, b] = [b, a % b]
    else [a, b] = [BigInt(A) * a + BigInt(B) * b, BigInt(C) * a + BigInt(D) * b]
  }
  if (b === 0n) return a
  let x = Number(b)
  let y = Number(a % b)
  while (y !== 0) [x, y] = [y, x % y]
  return BigInt(x)
}
