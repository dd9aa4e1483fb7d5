import type { AnchorHTMLAttributes } from 'react'
import { wentTo } from './next'

/** Stands in tests of screens for a link of Next. */
export default function Link({
  href,
  children,
  prefetch: _,
  ...rest
}: AnchorHTMLAttributes<HTMLAnchorElement> & { readonly prefetch?: boolean | null }) {
  return (
    <a
      href={href}
      {...rest}
      onClick={(event) => {
        event.preventDefault()
        wentTo.push(String(href))
      }}
    >
      {children}
    </a>
  )
}
