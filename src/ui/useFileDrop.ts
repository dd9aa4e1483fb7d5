import { useState, type DragEvent } from 'react'

/** Whether a file is held over a part of the screen, and the handlers that notice it. */
interface FileDrop {
  readonly isOver: boolean
  readonly handlers: {
    readonly onDragOver: (event: DragEvent) => void
    readonly onDragLeave: (event: DragEvent) => void
    readonly onDrop: (event: DragEvent) => void
  }
}

/**
 * Takes files that are dropped on an element. No more than that, so that the first load of a screen does not bring a list
 * of all types of files with it.
 */
export function useFileDrop(take: (files: readonly [File, ...File[]]) => void): FileDrop {
  const [isOver, setOver] = useState(false)
  const hasFile = ({ dataTransfer }: DragEvent) => dataTransfer.types.includes('Files')
  return {
    isOver,
    handlers: {
      onDragOver: (event) => {
        if (!hasFile(event)) return
        event.preventDefault()
        setOver(true)
      },
      onDragLeave: (event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false)
      },
      onDrop: (event) => {
        setOver(false)
        if (!hasFile(event)) return
        event.preventDefault()
        const [first, ...rest] = event.dataTransfer.files
        if (first) take([first, ...rest])
      },
    },
  }
}
