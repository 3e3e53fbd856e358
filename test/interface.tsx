import { MantineProvider } from '@mantine/core'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { theme } from '@/ui/theme/theme'
import { RoomWaysProvider } from '@/ui/unit/unit'

/** Renders as on a room's page: millimetres, euro, Lisbon. */
export const show = (children: ReactNode, unit: 'mm' | 'in' = 'mm') =>
  render(
    <MantineProvider theme={theme} env="test">
      <RoomWaysProvider unit={unit} currency={{ code: 'EUR', exponent: 2 }} timeZone="Europe/Lisbon">
        {children}
      </RoomWaysProvider>
    </MantineProvider>,
  )
