import { readFileSync, writeFileSync } from 'node:fs'
import { schoolChoices } from '@/core/network'

// Writes the words of every choice into the schemas of the open formats: run when a table of the core has a new one.
for (const name of ['network', 'analysis', 'way']) {
  const file = `public/schema/${name}.schema.json`
  let schema = readFileSync(file, 'utf8')
  for (const [choice, words] of Object.entries(schoolChoices))
    schema = schema.replace(new RegExp(`("${choice}": \\{ "enum": )\\[[^\\]]*\\]`), `$1${JSON.stringify(words)}`)
  writeFileSync(file, schema)
}
