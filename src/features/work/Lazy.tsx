import { useDeferredValue, useEffect, useRef, useState, type ReactNode } from 'react'

/** Shows its children once it comes near the screen, or at once. */
export function Lazy({
  at,
  height,
  children,
}: {
  readonly at: boolean
  readonly height: number
  readonly children: ReactNode
}) {
  const [near, setNear] = useState(at)
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (near || place.current === null) return
    const observer = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setNear(true),
      { rootMargin: '600px' },
    )
    observer.observe(place.current)
    return () => observer.disconnect()
  }, [near])
  return near || at ? children : <div ref={place} style={{ height }} className="w-40" />
}

/** Shows its children once what it comes with has been drawn. */
export function Later({ children }: { readonly children: ReactNode }) {
  return useDeferredValue(true, false) ? children : null
}
