import { Archive } from 'lucide-react'
import dynamic from 'next/dynamic'
import { DropdownMenu } from 'radix-ui'
import { useRef, useState } from 'react'
import { Button } from '@/ui/Button'
import { FileField } from '@/ui/FileField'
import { MenuItem, MenuNote, MenuPanel } from '@/ui/MenuItem'
import { onceThere } from '@/ui/onceThere'

const RestoreDialog = dynamic(() => onceThere(() => import('./Archive')).then((module) => module.RestoreDialog))

/** What is done with everything at once: out and in as one archive, backup and restore. */
export function Everything({ onImport }: { readonly onImport: () => void }) {
  const [backup, setBackup] = useState<File | null>(null)
  const field = useRef<HTMLInputElement>(null)
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-8">
            <Archive size={16} aria-hidden /> Everything
          </Button>
        </DropdownMenu.Trigger>
        <MenuPanel>
          <MenuNote>To take along, or to put together with another</MenuNote>
          <MenuItem text="All of it out, as one archive (zip)" onSelect={() => saveFrom('/api/export')} />
          <MenuItem text="Bring an archive in …" onSelect={onImport} />
          <MenuNote>Against loss</MenuNote>
          <MenuItem text="Backup of the database" onSelect={() => saveFrom('/api/backup')} />
          <MenuItem text="Restore a backup …" onSelect={() => field.current?.click()} />
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
