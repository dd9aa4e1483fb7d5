import { spawnSync } from 'node:child_process'
import type { Row } from '../speed/measure'
import { document, worked } from '../test/documents'
import { newFolder } from '../test/folder'
import { serve } from './server'

/** A disk of two MiB that fills up: what is acknowledged must be kept, and what is not must be said. */
export async function diskRows(): Promise<Row[]> {
  const disk = newFolder()
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=2m', 'tmpfs', disk])
  if (mounted.status !== 0)
    return [{ what: 'a full disk (needs the right to mount one)', measured: 'not tried', wanted: '', holds: null }]
  const served = await serve(disk)
  try {
    const acknowledged: string[] = []
    const refused = new Map<number, number>()
    for (let i = 0; i < 40; i++) {
      const big = document(worked, { title: `number ${i}`, notes: 'x'.repeat(60_000) })
      const { status, text } = await served.ask('POST', '/api/networks', { document: big })
      if (status === 201) acknowledged.push((JSON.parse(text) as { id: string }).id)
      else refused.set(status, (refused.get(status) ?? 0) + 1)
    }
    let lost = 0
    for (const id of acknowledged) if ((await served.ask('GET', `/api/networks/${id}`)).status !== 200) lost += 1
    const said = [...refused].map(([status, times]) => `${status} × ${times}`).join(', ')
    return [
      {
        what: `a disk of 2 MiB, 40 writes: ${acknowledged.length} acknowledged, refused ${said || 'none'}; lost`,
        measured: String(lost),
        wanted: '0, the others 507',
        holds: lost === 0 && refused.size === 1 && refused.has(507),
      },
    ]
  } finally {
    await served.kill()
    spawnSync('umount', [disk])
  }
}
