import { X } from 'lucide-react'
import { useEffect, useLayoutEffect, useRef, type ReactNode } from 'react'
import { Button } from './Button'
import { focusLater } from './home'

/** A panel at the side of the screen. What it stands beside stays where it is; Esc or its button closes it. */
export function SidePanel({
  title,
  onClose,
  children,
}: {
  readonly title: string
  readonly onClose: () => void
  readonly children: ReactNode
}) {
  const panel = useRef<HTMLElement>(null)
  // Where the screen is wide it begins below what stays in sight.
  useLayoutEffect(() => {
    const head = document.querySelector('[data-head]')
    const lay = () => panel.current?.style.setProperty('--top', `${head?.getBoundingClientRect().bottom ?? 0}px`)
    lay()
    window.addEventListener('scroll', lay, { passive: true })
    window.addEventListener('resize', lay)
    const sized = new ResizeObserver(lay)
    if (head) sized.observe(head)
    return () => {
      window.removeEventListener('scroll', lay)
      window.removeEventListener('resize', lay)
      sized.disconnect()
    }
  }, [])
  useEffect(() => {
    const before = document.activeElement
    panel.current?.focus({ preventScroll: true })
    // On a small screen it is all there is.
    const isAlone = window.matchMedia('(max-width: 1023px)').matches
    const others = isAlone ? [...document.querySelectorAll<HTMLElement>('header, [data-head], main')] : []
    for (const it of others) it.toggleAttribute('inert', true)
    return () => {
      for (const it of others) it.toggleAttribute('inert', false)
      focusLater(() => (before?.isConnected ? before : null))
    }
  }, [])
  return (
    // oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- Esc closes it from wherever in it one is
    <aside
      ref={panel}
      tabIndex={-1}
      aria-label={title}
      data-side-panel
      className="fixed inset-y-0 right-0 z-30 w-[min(29rem,100vw)] overflow-auto border-l border-edge bg-panel p-3 shadow-xl outline-none lg:top-(--top) print:hidden"
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return
        event.stopPropagation()
        onClose()
      }}
    >
      <Button look="plain" aria-label={`Close ${title}`} className="absolute top-2 right-2" onClick={onClose}>
        <X size={16} aria-hidden />
      </Button>
      <h2 className="mb-2 pr-10 text-base font-semibold">{title}</h2>
      {children}
    </aside>
  )
}
