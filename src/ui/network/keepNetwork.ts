import { isDocument, readNetwork, type NetworkDocument } from '@/core/network'
import type { api as Api } from '@/ui/api'
import { claimPlace } from '@/ui/saving/draft'
import { findOther, keepOther } from '@/ui/saving/otherVersion'
import { draftOf, versionedSave, type Version } from '@/ui/saving/versionedSave'
import { isHalfTyped, type Typing, type WorkStore } from './store'

/** Keeps the open network: what the screens need of it. */
export interface KeptNetwork {
  /** After a conflict: which of the two goes on; the other stays within reach of Undo, also after a reload. */
  readonly choose: (which: 'mine' | 'theirs') => void
  /** After the network was put back, over this version. */
  readonly goOn: (version: number) => void
  readonly flush: (leaving?: boolean) => Promise<void>
  readonly stop: () => Promise<void>
}

const typingOf = (beside: unknown): Typing => {
  const { formula, source } = (typeof beside === 'object' && beside !== null ? beside : {}) as Record<string, unknown>
  return {
    formula: typeof formula === 'string' ? formula : undefined,
    source: typeof source === 'string' ? source : undefined,
  }
}

/**
 * Saves the open network by itself, from the first key on. What another window left unsaved is taken up, and what the
 * browser remembered of the page is replaced by what is newer, unless something was changed here before that is known.
 *
 * @param record what the server has, as far as the page knows
 */
export function keepNetwork(
  store: WorkStore,
  record: Version<NetworkDocument>,
  api: Pick<typeof Api, 'find' | 'save'>,
  claim: () => ReturnType<typeof claimPlace>,
): KeptNetwork {
  const { id } = store.getState()
  const { place, left } = claim()
  const saver = versionedSave<NetworkDocument>({
    confirmed: record,
    place,
    wrong: (document) => (readNetwork(document).ok ? null : 'something in it is wrong'),
    send: async (version, document, leaving) => {
      const answer = await api.save(id, version, document, leaving)
      if (answer.ok || !answer.current) return answer.ok ? answer : { ...answer, current: undefined }
      const { version: newest, document: content } = answer.current
      return { ...answer, current: { version: newest, content } }
    },
    show: (saving, _version, notKept) => store.setState({ saving, notKept }),
  })
  const untouched = () => {
    const { document, typing } = store.getState()
    return document === record.content && !isHalfTyped(typing)
  }
  const remembered = findOther('network', id, isDocument)
  if (remembered && store.getState().past.length === 0) store.setState({ past: [remembered] })
  if (!untouched()) saver.put(store.getState().document, store.getState().typing)
  const unsubscribe = store.subscribe((now, before) => {
    if (now.document !== before.document || now.typing !== before.typing) saver.put(now.document, now.typing)
  })

  let stopped = false
  void Promise.all([left, api.find(id)]).then(([found, answer]) => {
    if (stopped || !untouched()) return void found?.leave()
    if (answer.ok && answer.body.version > record.version && isDocument(answer.body.document)) {
      const { version, document } = answer.body
      saver.newer({ version, content: document })
      store.setState({ document })
    }
    const draft = found && draftOf(found.text, isDocument)
    if (!found || !draft) return void found?.leave()
    const { document: before, past } = store.getState()
    saver.takeUp(draft)
    found.take()
    const same = JSON.stringify(before) === JSON.stringify(draft.content)
    store.setState({
      document: draft.content,
      typing: typingOf(draft.beside),
      ...(same ? {} : { past: [...past, before] }),
    })
  })

  return {
    choose(which) {
      const { saving, document: mine, past } = store.getState()
      if (saving.state !== 'conflict') return
      const theirs = saving.theirs.content
      keepOther('network', id, which === 'mine' ? theirs : mine)
      saver.choose(which)
      store.setState(
        which === 'mine'
          ? { past: [...past, theirs], future: [], lastChange: null }
          : { document: theirs, past: [...past, mine], future: [], typing: {}, lastChange: null },
      )
    },
    goOn: saver.goOn,
    flush: saver.flush,
    async stop() {
      stopped = true
      unsubscribe()
      await saver.stop()
    },
  }
}
