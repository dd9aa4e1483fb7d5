'use client'

import { useRef } from 'react'
import { useStore } from 'zustand'
import { Main } from '@/ui/Main'
import { useReady } from '@/ui/awake'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { TakeOut } from '@/ui/network/TakeOut'
import { DrawnNetwork } from './DrawnNetwork'

/** A board with more parts than this is not drawn: nobody could read it. */
const mostDrawn = 1000

/** The drawing board of one network, with its stretched sheet, findings and parts list beside it. */
export function Draw() {
  const { store } = useOpenNetwork()
  const parts = useStore(store, ({ document }) => document.parts.length)
  const isReady = useReady()
  const isDrawn = isReady && parts <= mostDrawn
  const bring = useRef<(file: File) => void>(null)
  return (
    <NetworkFrame
      screen="draw"
      onPicture={isDrawn ? (file) => bring.current?.(file) : undefined}
      actions={isDrawn ? null : <TakeOut />}
    >
      {isDrawn ? (
        <DrawnNetwork bringRef={bring} />
      ) : (
        <Main next={() => (isReady ? null : 'soon')} className="min-h-[70vh] p-6">
          {isReady && (
            <>
              <h1 className="mb-2 text-base font-semibold">Too many parts to draw</h1>
              <p>
                {parts.toLocaleString('en')} parts; the board holds {mostDrawn.toLocaleString('en')}. The worksheet
                works them all out.
              </p>
            </>
          )}
        </Main>
      )}
    </NetworkFrame>
  )
}
