/** What can be done on one screen, found from all others: by the name of its command there, and by what else people call it. */
interface Elsewhere {
  readonly screen: keyof typeof screenNames
  readonly name: string
  readonly also: string
}

/** How the palette names a screen. */
export const screenNames = {
  logbook: 'Logbook',
  draw: 'Draw',
  work: 'Work',
  bench: 'Bench',
  report: 'Report',
  practice: 'Practice',
  sheets: 'Task sheets',
} as const

const onNetwork = { work: '', draw: '/draw', bench: '/bench', report: '/report' } as const
const ofAll = { logbook: '/', practice: '/practice', sheets: '/practice/sheets' } as const

/**
 * Where a screen is.
 *
 * @param network the open network, if any
 * @returns null for a screen of a network where none is open
 */
export function pathOf(screen: keyof typeof screenNames, network: string | null): string | null {
  if (screen in ofAll) return ofAll[screen as keyof typeof ofAll]
  return network === null ? null : `/networks/${network}${onNetwork[screen as keyof typeof onNetwork]}`
}

/** The open network of an address; null if none is. */
export function networkOf(path: string): string | null {
  return /^\/networks\/([^/]+)/.exec(path)?.[1] ?? null
}

/** Which screen an address is; null for one that is not listed here. */
export function screenOf(path: string): keyof typeof screenNames | null {
  const network = networkOf(path)
  const screens = Object.keys(screenNames) as (keyof typeof screenNames)[]
  return screens.find((screen) => pathOf(screen, network) === path.replace(/(.)\/$/, '$1')) ?? null
}

/** Commands that are found from other screens too: what they are called stands here, for both. */
export const commandsOf = {
  newNetwork: { screen: 'logbook', name: 'New network', also: 'add create start typed' },
  importFiles: { screen: 'logbook', name: 'Import files', also: 'open load upload archive csv' },
  bin: { screen: 'logbook', name: 'Open the bin', also: 'deleted delete removed remove restore trash' },
  archive: { screen: 'logbook', name: 'Export everything (archive)', also: 'zip all share' },
  backup: { screen: 'logbook', name: 'Backup', also: 'save database copy safe' },
  path: { screen: 'draw', name: 'Current’s path', also: 'arrows flow direction' },
  stretch: { screen: 'draw', name: 'Stretch the drawing from + to −', also: 'unfold untangle redraw' },
  trace: { screen: 'draw', name: 'Trace a picture', also: 'photo photograph scan image' },
  method: {
    screen: 'work',
    name: 'Method',
    also: 'how it is worked order arithmetic dividers product over sum rounding on paper asked',
  },
  otherValues: { screen: 'work', name: 'Other values (what if)', also: 'change vary knob try sensitivity' },
  worked: { screen: 'work', name: 'Worked: all shown', also: 'solution steps answer' },
  step: { screen: 'work', name: 'Step: one reveal at a time', also: 'reveal slowly lesson' },
  try: { screen: 'work', name: 'Try: do it yourself', also: 'exercise practise solve myself' },
  answerTable: { screen: 'work', name: 'Export the answer table (CSV)', also: 'spreadsheet results values save' },
  standIn: { screen: 'bench', name: 'Show the stand-in', also: 'simulate simulation virtual meter multimeter' },
  ownMeter: { screen: 'bench', name: 'Show my own meter', also: 'multimeter real measure leads' },
  spread: { screen: 'bench', name: 'Show spread and ratings', also: 'tolerance worst case monte carlo power watt hot' },
  compareRuns: { screen: 'bench', name: 'Compare runs', also: 'difference before after' },
  print: { screen: 'report', name: 'Print, or save as PDF', also: 'paper hand in pdf' },
  html: { screen: 'report', name: 'Export the report as HTML', also: 'web page save share' },
  latex: { screen: 'report', name: 'Export the report as LaTeX', also: 'tex save share' },
  nextTask: { screen: 'practice', name: 'The next task', also: 'exercise train' },
  newSheet: { screen: 'sheets', name: 'New task sheet', also: 'exam test class set homework quiz' },
} as const satisfies Readonly<Record<string, Elsewhere>>

export const elsewhere: readonly Elsewhere[] = Object.values(commandsOf)
