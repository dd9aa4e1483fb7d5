import Link from 'next/link'
import { TopBar } from '@/ui/TopBar'

export default function NotFound() {
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-xl p-8">
        <h1 className="mb-2 text-lg font-semibold">There is nothing here</h1>
        <p className="mb-4">The network was deleted, or the address is not right.</p>
        <Link href="/" className="text-chosen underline">
          Back to the logbook
        </Link>
      </main>
    </>
  )
}
