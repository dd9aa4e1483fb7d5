// Writes the list of doors into the contributor's guide: npm run doors
import { readFileSync, writeFileSync } from 'node:fs'
import { withDoors } from '@/app/api/doorList'

const guide = 'docs/contributing.md'
writeFileSync(guide, withDoors(readFileSync(guide, 'utf8')))
