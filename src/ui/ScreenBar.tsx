import type { ReactNode } from 'react'
import { Shell } from './Shell'
import { TopBar } from './TopBar'
import { SettingsMenu } from './SettingsMenu'

/** The bar of a screen: what is looked at; at its end what the screen can do, how things look, and what every screen has. */
export function ScreenBar({ end, children }: { readonly end?: ReactNode; readonly children: ReactNode }) {
  return (
    <TopBar
      right={
        <>
          {end}
          <SettingsMenu />
          <Shell />
        </>
      }
    >
      {children}
    </TopBar>
  )
}
