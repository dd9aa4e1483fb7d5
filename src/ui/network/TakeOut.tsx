import { Download } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'
import { Button } from '../Button'
import { download, fileName, saveDocument } from '../download'
import { MenuItem, MenuPanel } from '../MenuItem'
import { useOpenNetwork } from './OpenNetwork'

/** The menu of what can be taken out of an open network, to files or the clipboard. */
export function TakeOut({ children }: { readonly children?: ReactNode }) {
  const { store } = useOpenNetwork()
  const saveParts = async () => {
    const { document } = store.getState()
    const { partsCsv } = await import('./partsCsv')
    download(fileName(`${document.title || 'network'} parts`, '.csv'), 'text/csv', partsCsv(document))
  }
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button className="h-9">
          <Download size={16} aria-hidden /> <span className="max-sm:sr-only">Export</span>
        </Button>
      </DropdownMenu.Trigger>
      <MenuPanel>
        <MenuItem onSelect={() => saveDocument(store.getState().document)} text="Network document" />
        <MenuItem onSelect={() => void saveParts()} text="Parts list (CSV)" />
        {children}
      </MenuPanel>
    </DropdownMenu.Root>
  )
}
