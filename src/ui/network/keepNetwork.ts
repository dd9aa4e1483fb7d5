import { isDocument, readNetwork, type NetworkDocument } from '@/core/network'
import type { api as Api } from '@/ui/api'
import type { claimPlace } from '@/ui/saving/draft'
import { keep, type Keeper } from '@/ui/saving/keep'
import { findOther } from '@/ui/saving/otherVersion'
import type { Version } from '@/ui/saving/versionedSave'
import { isHalfTyped, type Typing, type WorkStore } from './store'

/** Keeps the open network. After a conflict what was not chosen stays within reach of Undo, also after a reload. */
export type KeptNetwork = Keeper<NetworkDocument>

const typingOf = (beside: unknown): Typing => {
  const { formula, source } = (typeof beside === 'object' && beside !== null ? beside : {}) as Record<string, unknown>
  return {
    formula: typeof formula === 'string' ? formula : undefined,
    source: typeof source === 'string' ? source : undefined,
  }
}

/**
 * Keeps what the store of the open network has; see {@link keep}.
 *
 * @param record what the server has, as far as the page knows
 * @param isOld whether the server is asked for a newer one
 */
export function keepNetwork(
  store: WorkStore,
  record: Version<NetworkDocument>,
  isOld = true,
  doors?: Pick<typeof Api, 'find' | 'save'>,
  claim?: typeof claimPlace,
): KeptNetwork {
  const { id } = store.getState()
  const remembered = findOther('network', id, isDocument)
  if (remembered && store.getState().past.length === 0) store.setState({ past: [remembered] })
  const keeper = keep<'network', NetworkDocument>(
    {
      kind: 'network',
      id,
      known: record,
      isOld,
      pack: (document) => document,
      unpack: (document) => document,
      fits: isDocument,
      wrong: (document) => (readNetwork(document).ok ? null : 'something in it is wrong'),
      become(document, from, beside) {
        const { document: before, past } = store.getState()
        const isSame = JSON.stringify(before) === JSON.stringify(document)
        // A draft is a change that can be undone; what is merely newer is not.
        const isChange = from === 'draft' && !isSame
        store.setState({ document, typing: typingOf(beside), ...(isChange && { past: [...past, before] }) })
      },
      show: (saving, notKept) => store.setState({ saving, notKept }),
    },
    doors,
    claim,
  )
  const { document, typing } = store.getState()
  if (document !== record.content || isHalfTyped(typing)) keeper.put(document, typing)
  const unsubscribe = store.subscribe((now, before) => {
    if (now.document !== before.document || now.typing !== before.typing) keeper.put(now.document, now.typing)
  })
  return {
    ...keeper,
    choose(which) {
      const { past } = store.getState()
      const aside = keeper.choose(which)
      if (aside) store.setState({ past: [...past, aside], future: [], lastChange: null })
      return aside
    },
    async stop() {
      unsubscribe()
      await keeper.stop()
    },
  }
}
