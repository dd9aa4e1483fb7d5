'use client'

import { useStore } from 'zustand'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { TakeOut } from '@/ui/network/TakeOut'
import { Asleep, useReady } from '@/ui/awake'
import { DrawnNetwork } from './DrawnNetwork'

/** A board with more parts than this is not drawn: nobody could read it. */
const mostDrawn = 1000

/** The drawing board of one network, with its stretched sheet, findings and parts list beside it. */
export function Draw() {
  const { store } = useOpenNetwork()
  const parts = useStore(store, ({ document }) => document.parts.length)
  const isReady = useReady()
  // A drawing takes the server longer than it may hold others up.
  if (!isReady)
    return (
      <Asleep>
        <NetworkFrame screen="draw" actions={<TakeOut />}>
          <main className="min-h-[70vh]" />
        </NetworkFrame>
      </Asleep>
    )
  if (parts <= mostDrawn) return <DrawnNetwork />
  return (
    <NetworkFrame screen="draw" actions={<TakeOut />}>
      <main className="p-6">
        <h1 className="mb-2 text-base font-semibold">Too many parts to draw</h1>
        <p>
          {parts.toLocaleString('en')} parts; the board holds {mostDrawn.toLocaleString('en')}. The worksheet works them
          all out.
        </p>
      </main>
    </NetworkFrame>
  )
}
