import { toast } from './toast'

/**
 * Puts a text on the clipboard, and says so, or that the browser does not let it.
 *
 * @param said what is said when it is there
 */
export function copyText(text: string, said: string): void {
  navigator.clipboard.writeText(text).then(
    () => toast.success(said),
    () => toast.error('The browser does not let the clipboard be used'),
  )
}
