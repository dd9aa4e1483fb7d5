import { useRef, type Ref } from 'react'
import { Button } from './Button'

/** A field for files, out of sight: something else opens it by a click. */
export function FileField({
  ref,
  label,
  accept,
  multiple = false,
  onFiles,
}: {
  readonly ref: Ref<HTMLInputElement>
  readonly label: string
  readonly accept?: string
  readonly multiple?: boolean
  /** One file or more. */
  readonly onFiles: (files: readonly [File, ...File[]]) => void
}) {
  return (
    <input
      ref={ref}
      type="file"
      accept={accept}
      multiple={multiple}
      hidden
      aria-label={label}
      onChange={({ target }) => {
        const [first, ...rest] = target.files ?? []
        // The same file may be chosen once more.
        target.value = ''
        if (first) onFiles([first, ...rest])
      }}
    />
  )
}

/** A button that asks for files. */
export function FileButton({
  label,
  className,
  ...rest
}: {
  readonly label: string
  readonly accept?: string
  readonly className?: string
  readonly onFiles: (files: readonly [File, ...File[]]) => void
}) {
  const field = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button className={className} onClick={() => field.current?.click()}>
        {label}…
      </Button>
      <FileField ref={field} label={label} {...rest} />
    </>
  )
}
