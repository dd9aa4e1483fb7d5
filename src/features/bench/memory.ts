import { isDeclared, readJson } from '@/core/format'
import { meterDeclaration, meters, readMeter, type MeterDocument } from '@/core/bench'
import { browserStorage } from '@/ui/saving/draftStorage'

/** What was open on the bench of a network when it was left. */
export interface BenchPlace {
  /** The id of the run. */
  readonly run: string | null
  readonly side: string
}

const placeKey = (network: string) => `nodrel-bench ${network}`
const metersKey = 'nodrel-meters'
/** So many meters of one's own are kept. */
const mostMeters = 20

function read(key: string): unknown {
  const json = readJson(browserStorage.read(key) ?? 'null')
  return json.ok ? json.value : null
}

/** Where one was on the bench of a network; null where one was not there yet, or the browser keeps nothing. */
export function placeOn(network: string): BenchPlace | null {
  const it = read(placeKey(network))
  if (typeof it !== 'object' || it === null || !('side' in it) || typeof it.side !== 'string') return null
  return { side: it.side, run: 'run' in it && typeof it.run === 'string' ? it.run : null }
}

export function notePlace(network: string, place: BenchPlace): void {
  browserStorage.write(placeKey(network), JSON.stringify(place))
}

/** The meters of one's own that this browser keeps, the last one first. */
export function ownMeters(): readonly MeterDocument[] {
  const all = read(metersKey)
  return Array.isArray(all) ? all.filter((it: unknown) => isDeclared(meterDeclaration, it) && readMeter(it).ok) : []
}

/** Keeps a meter of one's own, in the place of one of the same name. */
export function keepMeter(meter: MeterDocument): void {
  if (meters.some((shipped) => JSON.stringify(shipped) === JSON.stringify(meter))) return
  const others = ownMeters().filter(({ name }) => name !== meter.name)
  browserStorage.write(metersKey, JSON.stringify([meter, ...others].slice(0, mostMeters)))
}

/** Takes a meter of one's own out. */
export function forgetMeter(meter: MeterDocument): void {
  browserStorage.write(metersKey, JSON.stringify(ownMeters().filter(({ name }) => name !== meter.name)))
}
