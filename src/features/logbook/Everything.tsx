import { Archive } from 'lucide-react'
import dynamic from 'next/dynamic'
import { DropdownMenu } from 'radix-ui'
import { useMemo, useRef, useState } from 'react'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { FileField } from '@/ui/FileField'
import { MenuItem, MenuNote, MenuPanel } from '@/ui/MenuItem'
import { Nothing, onceThere } from '@/ui/onceThere'
import { commandsOf } from '@/ui/elsewhere'

const RestoreDialog = dynamic(() => onceThere(() => import('./Archive')).then((module) => module.RestoreDialog), {
  loading: Nothing,
})

/** What is done with everything at once: out and in as one archive, backup and restore. */
export function Everything({ onImport }: { readonly onImport: () => void }) {
  const [backup, setBackup] = useState<File | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const commands = useMemo(
    (): readonly Command[] => [
      { ...commandsOf.archive, run: () => saveFrom('/api/export') },
      { ...commandsOf.backup, run: () => saveFrom('/api/backup') },
      { name: 'Restore a backup', also: 'back recover', run: () => field.current?.click() },
    ],
    [],
  )
  return (
    <>
      <Commands group="This screen" list={commands} />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-8">
            <Archive size={16} aria-hidden /> Export and backup
          </Button>
        </DropdownMenu.Trigger>
        <MenuPanel>
          <MenuNote>To take along, or to join with another logbook</MenuNote>
          <MenuItem text="Export everything (archive, zip)" onSelect={() => saveFrom('/api/export')} />
          <MenuItem text="Import an archive…" onSelect={onImport} />
          <MenuNote>Against loss</MenuNote>
          <MenuItem text="Backup (database)" onSelect={() => saveFrom('/api/backup')} />
          <MenuItem text="Restore a backup…" onSelect={() => field.current?.click()} />
        </MenuPanel>
      </DropdownMenu.Root>
      <FileField ref={field} label="A backup to restore" onFiles={([file]) => setBackup(file)} />
      {backup && <RestoreDialog file={backup} onClose={() => setBackup(null)} />}
    </>
  )
}

/** Hands the person a file that the server makes. */
function saveFrom(path: string): void {
  const link = document.createElement('a')
  link.href = path
  link.download = ''
  link.click()
}
