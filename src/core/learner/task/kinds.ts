import type { TaskKind } from './dials'
import { estimate } from './estimate'
import { gaps } from './gaps'
import { mend } from './mend'
import { mistake } from './mistake'
import { redraw } from './redraw'
import { solve } from './solve'
import { spot } from './spot'
import { untangle } from './untangle'

/** Every kind of task, by the name that the dial has for it. */
export const taskKinds = { solve, spot, estimate, redraw, mistake, gaps, untangle, mend } as const satisfies Record<
  TaskKind,
  unknown
>
