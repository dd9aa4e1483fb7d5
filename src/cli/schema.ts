import { writeFileSync } from 'node:fs'
import { schemas } from './formats'

// Writes the schemas of the open formats from their declarations.
for (const [name, schema] of Object.entries(schemas))
  writeFileSync(`public/schema/${name}.schema.json`, `${JSON.stringify(schema)}\n`)
