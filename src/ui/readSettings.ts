import * as yup from 'yup'
import { schoolChoices } from '@/core/network'
import { settingsCookie, type Settings } from './settingsCookie'

const oneOf = (values: readonly (string | number)[]) =>
  yup
    .mixed<string | number>()
    .oneOf([...values])
    .default(values[0])

const shape = yup.object({
  ...Object.fromEntries(Object.entries(schoolChoices).map(([choice, values]) => [choice, oneOf(values)])),
  symbols: oneOf(['zigzag', 'box']),
  nodes: oneOf(['numbers', 'letters']),
  form: oneOf(['line', 'loop']),
  logbook: oneOf(['cards', 'list']),
  letters: yup.boolean().default(false),
})

/** The settings in the cookies that a request brings; the usual ones where they are missing or make no sense. */
export function readSettings(cookies: { get: (name: string) => { value: string } | undefined }): Settings {
  try {
    const text = cookies.get(settingsCookie)?.value ?? '{}'
    return shape.validateSync(JSON.parse(decodeURIComponent(text)), { stripUnknown: true }) as unknown as Settings
  } catch {
    return shape.getDefault() as unknown as Settings
  }
}
