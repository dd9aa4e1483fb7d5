import Link from 'next/link'
import { Notice } from '@/ui/Notice'

export default function NotFound() {
  return (
    <Notice title="There is nothing here">
      <p>
        The network was deleted, or the address is not right. What was deleted lies in the logbook’s bin for thirty
        days, and what you had not saved of it stands at the top of the logbook.
      </p>
      <Link href="/" className="text-chosen underline">
        Back to the logbook
      </Link>
    </Notice>
  )
}
