import { Button } from '@/ui/Button'
import type { Import } from './useImport'

/** More problems of one file are counted. */
const mostListed = 20

/** How far bringing in has come, and what did not come in and why. */
export function ImportReport({ progress, refused, dismiss }: Pick<Import, 'progress' | 'refused' | 'dismiss'>) {
  return (
    <>
      {progress && (
        <p role="status" className="mb-3 flex items-center gap-3">
          <progress aria-label="Importing" value={progress.done} max={progress.of} className="w-40" />
          {progress.done} of {progress.of} files
        </p>
      )}
      {refused.map(({ file, problems }) => (
        <section key={file} role="alert" className="mb-3 rounded-md border-l-4 border-trouble bg-trouble-wash p-3">
          <div className="flex items-start justify-between gap-4">
            <h2 className="font-semibold">{file} was not imported</h2>
            <Button look="plain" onClick={() => dismiss(file)}>
              Dismiss
            </Button>
          </div>
          <ul className="ml-4 list-disc">
            {problems.slice(0, mostListed).map(({ part, message }, i) => (
              <li key={i}>{part ? `${part}: ${message}` : message}</li>
            ))}
          </ul>
          {problems.length > mostListed && <p>… and {problems.length - mostListed} more</p>}
        </section>
      ))}
    </>
  )
}
