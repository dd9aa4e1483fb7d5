import { useState } from 'react'
import { cssMatrix, ownCorners, pitch, projectionOf } from '@/core/entry'
import type { Trace } from '@/core/network'
import { toScreen, type View } from './view'

/** The corners of a picture as they lie on the screen. */
export function cornersOn(view: View, { corners }: Pick<Trace, 'corners'>) {
  const at = (i: number) => toScreen(view, { x: corners[i][0] * pitch, y: corners[i][1] * pitch })
  return [at(0), at(1), at(2), at(3)] as const
}

/** The picture under the pegs, led to where its corners lie. */
export function TracePicture({ trace, view }: { readonly trace: Trace; readonly view: View }) {
  const { picture, width, height, fade } = trace
  const [lost, setLost] = useState<string | null>(null)
  const map = projectionOf(ownCorners(trace), cornersOn(view, trace))
  if (map === null) return null
  if (lost === picture) {
    const [{ x, y }] = cornersOn(view, trace)
    return (
      <p
        className="absolute max-w-64 rounded border border-line bg-panel p-2 text-soft print:hidden"
        style={{ left: x, top: y }}
      >
        The picture that was traced is not kept here.
      </p>
    )
  }
  return (
    <img
      key={picture}
      data-trace={picture}
      src={`/api/pictures/${picture}`}
      alt="What is traced"
      width={width}
      height={height}
      draggable={false}
      onError={() => setLost(picture)}
      className="pointer-events-none absolute top-0 left-0 max-w-none print:hidden"
      style={{ width, height, transformOrigin: '0 0', transform: cssMatrix(map), opacity: 1 - fade }}
    />
  )
}
