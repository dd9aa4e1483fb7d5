import { commandGroups, useCommandLists } from './commands'
import { keyText, useActingKeys } from './keyText'
import { usePalette } from './palette'
import { useSettings } from './settings'

/** What is done by hand, by what one is doing: with the mouse or a finger, and with keys. */
const ways = [
  {
    doing: 'Find anything',
    hand: 'Press Ctrl K, or the magnifier on a phone, and type what you want to do.',
    keys: 'Or just type a word: while nothing else takes it, it is looked for.',
  },
  {
    doing: 'Enter a network',
    hand: 'Type it in the line at the top: 1.5 + (10 + 20) // 15. + is series, // is parallel.',
    keys: 'Or just type: a digit, a bracket or R goes into that line.',
  },
  {
    doing: 'Draw',
    hand: 'Draw a stroke from peg to peg, then type its value: 4k7, 12V, or Enter for a wire.',
    keys: 'Arrows move, Shift with arrows draws, Ctrl leaps, Enter edits, Delete removes.',
  },
  {
    doing: 'Ask how parts lie',
    hand: 'Press one part on a sheet, then a second one.',
    keys: '← → walk the parts of a sheet, Enter chooses one.',
  },
  {
    doing: 'Follow a value',
    hand: 'Press a number: all that it was found from lights up. Drag a given value to try others.',
    keys: '↑ ↓ walk along, Esc closes.',
  },
  {
    doing: 'Log readings',
    hand: 'Type the value in its row; the next row waits.',
    keys: 'Enter goes to the next row, ↑ to the one before.',
  },
] as const

/** What can be done, by what one is doing; each command can be done from here. */
export default function Help() {
  const lists = useCommandLists()
  const { letters } = useSettings().settings
  const acting = useActingKeys()
  return (
    <div className="grid gap-4">
      <section aria-label="By hand">
        <dl className="grid gap-y-2">
          {ways.map(({ doing, hand, keys }) => (
            <div key={doing}>
              <dt className="font-semibold">{doing}</dt>
              <dd>{hand}</dd>
              <dd className="text-soft pointer-coarse:hidden">{keys}</dd>
            </div>
          ))}
        </dl>
      </section>
      {commandGroups.map((group) => {
        const commands = lists.flatMap(({ within, group: of, list }) =>
          of === group ? list.map((command) => ({ within, ...command })) : [],
        )
        if (commands.length === 0) return null
        return (
          <section key={group} aria-label={group}>
            <h3 className="mb-1 font-semibold">{group}</h3>
            <ul className="grid gap-0.5">
              {commands.map(({ name, keys = '', within, run }) => {
                const shown = keyText(acting(keys, within))
                return (
                  <li key={name}>
                    <button
                      type="button"
                      className="flex min-h-7 w-full items-center justify-between gap-4 rounded px-1.5 text-left hover:bg-chosen-wash"
                      onClick={() => {
                        usePalette.setState({ open: null })
                        run()
                      }}
                    >
                      {name}
                      {shown && (
                        <kbd className="shrink-0 rounded border border-line bg-sheet px-1.5 py-0.5 font-mono text-xs pointer-coarse:hidden">
                          {shown}
                        </kbd>
                      )}
                    </button>
                  </li>
                )
              })}
            </ul>
          </section>
        )
      })}
      {!letters && (
        <p className="text-xs text-soft">
          Single keys act where the focus is: on the board, the steps, the stand-in. Settings has “Single keys
          everywhere”.
        </p>
      )}
    </div>
  )
}
