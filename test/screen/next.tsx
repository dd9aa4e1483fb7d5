import { lazy, Suspense, type ComponentType } from 'react'

/** Stands in tests of screens for what they use of Next: where they went stands in `wentTo`. */
export const wentTo: string[] = []

const router = { push: (path: string) => void wentTo.push(path), refresh: () => undefined }

export const useRouter = () => router
export const usePathname = () => window.location.pathname

type Loaded<P> = ComponentType<P> | { readonly default: ComponentType<P> }

/** A component that is fetched when it is first shown. */
export default function dynamic<P extends object>(load: () => Promise<Loaded<P>>) {
  const Fetched = lazy(async () => {
    const loaded = await load()
    return 'default' in loaded ? loaded : { default: loaded }
  }) as unknown as ComponentType<P>
  return function Dynamic(props: P) {
    return (
      <Suspense fallback={null}>
        <Fetched {...props} />
      </Suspense>
    )
  }
}
