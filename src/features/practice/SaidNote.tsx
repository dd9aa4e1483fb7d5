import clsx from 'clsx'
import type { TaskRemark } from '@/core/learner'
import { JudgementNote } from '@/ui/attempt/AnswerField'

/** What was said of the last try at a place. */
export function SaidNote({ said }: { readonly said: TaskRemark | undefined }) {
  if (!said) return null
  if (said.judgement) return <JudgementNote judgement={said.judgement} />
  return (
    <p
      role="status"
      data-said={said.isRight ? 'right' : 'wrong'}
      className={clsx('max-w-prose', said.isRight ? 'text-holds' : 'text-trouble')}
    >
      <span aria-hidden>{said.isRight ? '✓ ' : '✗ '}</span>
      {said.text}
    </p>
  )
}
