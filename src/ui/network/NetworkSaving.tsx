import { api } from '../api'
import { useStore } from 'zustand'
import { SavingChoice, SavingState } from '../saving/SavingState'
import type { Saving } from '../saving/versionedSave'
import type { NetworkDocument } from '@/core/network'
import { useOpenNetwork } from './OpenNetwork'
import { isHalfTyped } from './store'

/** Whether the open network is saved; where somebody else was faster, the person chooses. */
export function NetworkSaving() {
  const { store, keeping } = useOpenNetwork()
  const { saving: kept, notKept, id, typing, document } = useStore(store)
  const half = isHalfTyped(typing)
  const saving: Saving<NetworkDocument> =
    half && kept.state === 'saved' ? { state: 'unsaved', reason: 'half typed' } : kept
  return (
    <>
      <SavingState saving={saving} notKept={notKept} className="text-xs text-bar-soft" />
      <SavingChoice
        saving={saving}
        putBack={() => api.restore('network', id)}
        what="network"
        describe={({ version, content }) => (
          <p>
            Version {version} is newer than the one you changed: it has {resistorsOf(content)}, yours{' '}
            {resistorsOf(document)}. Choose which of the two goes on; the other stays within reach of Undo
            {notKept ? '' : ', also after a reload'}.
          </p>
        )}
        onChoose={(which) => keeping.current?.choose(which)}
        onRestored={(version) => keeping.current?.goOn(version)}
      />
    </>
  )
}

function resistorsOf({ parts }: NetworkDocument): string {
  const count = parts.filter(({ kind }) => kind === 'resistor').length
  return `${count.toLocaleString('en')} ${count === 1 ? 'resistor' : 'resistors'}`
}
