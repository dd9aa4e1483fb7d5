import type { Metadata } from 'next'
import { cookies, headers } from 'next/headers'
import type { ReactNode } from 'react'
import { earlyScript } from '@/ui/early'
import { Providers } from '@/ui/Providers'
import { readSettings } from '@/ui/readSettings'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Nodrel', template: '%s · Nodrel' },
  description: 'A worksheet that reduces a series-parallel resistor network step by step, and expands it back.',
}

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const settings = readSettings(await cookies())
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        {/* The browser hides the nonce from scripts, so that it is not there when the page comes to life. */}
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: earlyScript }} />
        <Providers settings={settings} nonce={nonce}>
          {children}
        </Providers>
      </body>
    </html>
  )
}
