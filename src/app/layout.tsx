import '@mantine/core/styles.css'
import '@mantine/notifications/styles.css'
import '@fontsource-variable/public-sans'
import '@fontsource-variable/besley'
import '@/ui/theme/libreta.css'
import { ColorSchemeScript, MantineProvider, mantineHtmlProps } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { theme } from '@/ui/theme/theme'

export const metadata: Metadata = { title: { default: 'Libreta', template: '%s, Libreta' } }
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

export default async function Layout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" {...(nonce ? { nonce } : {})} />
      </head>
      <body>
        <MantineProvider theme={theme} defaultColorScheme="auto">
          <Notifications position="top-center" limit={4} />
          {children}
        </MantineProvider>
      </body>
    </html>
  )
}
