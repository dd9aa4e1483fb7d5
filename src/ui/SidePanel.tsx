import { X } from 'lucide-react'
import { useEffect, useLayoutEffect, useRef, type ReactNode } from 'react'
import { Button } from './Button'
import { focusLater } from './home'

/** The room for a panel, of what stands beside it. */
export const besidePanel = 'xl:mr-96 2xl:mr-[29rem]'

/**
 * A panel at the side of the screen, beside which `besidePanel` leaves room; where there is none it is all that can be used.
 * Esc or its button closes it.
 */
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
  // Where the screen is wide it begins below what stays in sight, and ends above what lies at the foot.
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
    const alone = window.matchMedia('(max-width: 1279px)')
    const hideOthers = (isHidden: boolean) => {
      for (const it of document.querySelectorAll('header, [data-head], main')) {
        it.toggleAttribute('inert', isHidden)
        if (isHidden) it.setAttribute('aria-hidden', 'true')
        else it.removeAttribute('aria-hidden')
      }
    }
    const lay = () => hideOthers(alone.matches)
    lay()
    // A window is made wider, a tablet is turned.
    alone.addEventListener('change', lay)
    return () => {
      alone.removeEventListener('change', lay)
      hideOthers(false)
      focusLater(() => (before?.isConnected ? before : null))
    }
  }, [])
  return (
    <>
      <button
        type="button"
        tabIndex={-1}
        aria-hidden
        className="fixed inset-0 z-20 cursor-default bg-bar/40 xl:hidden print:hidden"
        onClick={onClose}
      />
      {/* oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions -- Esc closes it from wherever in it one is */}
      <aside
        ref={panel}
        tabIndex={-1}
        aria-label={title}
        data-side-panel
        className="fixed inset-y-0 right-0 z-30 w-[min(29rem,100vw)] overflow-auto border-l border-edge bg-panel p-3 shadow-xl outline-none xl:top-(--top) xl:bottom-[var(--foot,0px)] xl:w-96 xl:shadow-none 2xl:w-[29rem] print:hidden"
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
    </>
  )
}
