import {
  createContext,
  startTransition,
  useContext,
  useEffect,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react'

const never = () => () => undefined

const AwakeContext = createContext(true)

/** Tells all that stands in it when the page has come to life in the browser. */
export function Awake({ children }: { readonly children: ReactNode }) {
  const isAwake = useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
  return <AwakeContext.Provider value={isAwake}>{children}</AwakeContext.Provider>
}

/** Whether the page has come to life: a field is not written into before. */
export function useAwake(): boolean {
  return useContext(AwakeContext)
}

/**
 * Whether what takes long to work out or to draw may be: not on the server, which answers at once, and not before the page
 * has come to life. The drawing then makes room for whatever the person does meanwhile.
 */
export function useReady(): boolean {
  const [isReady, setReady] = useState(useAwake())
  useEffect(() => startTransition(() => setReady(true)), [])
  return isReady
}
