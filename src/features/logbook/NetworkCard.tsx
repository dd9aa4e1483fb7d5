'use client'

import { formatDistanceToNow } from 'date-fns'
import { Copy, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import type { Card } from './card'

/** One network: a small drawing, what comes out, when it was changed. */
export function NetworkCard({
  card,
  onDuplicate,
  onRemove,
}: {
  readonly card: Card
  readonly onDuplicate: () => void
  readonly onRemove: () => void
}) {
  const { settings } = useSettings()
  const title = card.title || 'Untitled network'
  return (
    <li className="relative flex flex-col overflow-hidden rounded-lg border border-line bg-sheet hover:border-edge">
      <div className="flex h-32 items-center justify-center overflow-hidden border-b border-line paper p-2 [&_svg]:max-h-full [&_svg]:!min-w-0">
        {card.picture ? (
          <SheetDrawing
            picture={card.picture}
            nodeLabels={card.nodeLabels}
            symbols={settings.symbols}
            side="reduce"
            description={`${title}, stretched from + to −`}
          />
        ) : (
          <span className="text-soft">
            {card.count === 0 ? 'no resistors yet' : `${card.count.toLocaleString('en')} resistors`}
          </span>
        )}
      </div>
      <div className="flex items-start gap-2 p-3">
        <div className="min-w-0 flex-1">
          <h2 className="truncate font-semibold">
            <Link href={`/networks/${card.id}`} className="after:absolute after:inset-0">
              {title}
            </Link>
          </h2>
          <p className="font-mono text-xs">{card.answer}</p>
          <p className="mt-0.5 text-xs text-soft">
            {card.count} {card.count === 1 ? 'resistor' : 'resistors'} · changed{' '}
            <time dateTime={card.updatedAt} suppressHydrationWarning>
              {formatDistanceToNow(card.updatedAt, { addSuffix: true })}
            </time>
          </p>
        </div>
        <div className="relative flex">
          <Button look="plain" tip="Duplicate" aria-label={`Duplicate ${title}`} onClick={onDuplicate}>
            <Copy size={15} aria-hidden />
          </Button>
          <Button look="plain" tip="Delete; can be undone" aria-label={`Delete ${title}`} onClick={onRemove}>
            <Trash2 size={15} aria-hidden />
          </Button>
        </div>
      </div>
    </li>
  )
}
