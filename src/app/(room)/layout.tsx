import { cookies } from 'next/headers'
import { redirect } from 'next/navigation'
import type { ReactNode } from 'react'
import { Asks } from '@/features/shell/asks'
import { News } from '@/features/shell/news'
import { Rail } from '@/features/shell/rail'
import css from '@/features/shell/shell.module.css'
import { Spine } from '@/features/shell/spine'
import { room } from '@/server/db/open'
import { trouble } from '@/server/health/health'
import { railPrinters } from '@/server/stores/rail'
import { readRoom } from '@/server/stores/room'
import { hasTray } from '@/server/tray/tray'
import { UNIT_COOKIE } from '@/ui/unit/cookie'
import { RoomWaysProvider } from '@/ui/unit/unit'

export const dynamic = 'force-dynamic'

export default async function RoomLayout({ children }: { children: ReactNode }) {
  const db = room()
  const here = readRoom(db)
  if (!here) redirect('/first')
  const chosen = (await cookies()).get(UNIT_COOKIE)?.value
  const says = trouble()
  const unit = chosen === 'mm' || chosen === 'in' ? chosen : here.unit
  return (
    <RoomWaysProvider unit={unit} currency={here.currency} timeZone={here.timeZone} surfaces={here.surfaces}>
      <a href="#main" className="skip">
        To the page
      </a>
      <div className={css.frame}>
        <Spine roomName={here.name} tray={hasTray()} />
        <main id="main" className={css.main}>
          {says ? (
            <p role="alert" className={css.trouble}>
              {says}
            </p>
          ) : null}
          {children}
        </main>
        <Rail printers={railPrinters(db, Date.now())} />
      </div>
      <News />
      <Asks />
    </RoomWaysProvider>
  )
}
