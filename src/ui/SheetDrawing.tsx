'use client'

import { memo, useCallback } from 'react'
import { sheetInk, type Picture, type SheetLooks, type SheetMarks } from '@/core/picture'
import { Drawing } from './Drawing'

interface Props extends Omit<SheetLooks, 'inColour'>, Omit<SheetMarks, 'isChoosable'> {
  readonly picture: Picture
  readonly onChoose?: (id: number) => void
}

/** The least that a sheet is scaled down to: its letters are as small then as can still be read. */
export const leastScale = 0.65

/** A sheet as SVG. With `onChoose`, its resistors can be pointed at. */
export const SheetDrawing = memo(function SheetDrawing({ picture, onChoose, ...looks }: Props) {
  const choose = useCallback((target: string) => onChoose?.(Number(target.slice('part-'.length))), [onChoose])
  const ink = sheetInk(picture, { ...looks, inColour: true }, { ...looks, isChoosable: onChoose !== undefined })
  return <Drawing ink={ink} least={picture.width * leastScale} onChoose={choose} />
})
