import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { beside, inFolder, tool, until } from './tools'

const answers = (): boolean =>
  tool(
    'dbus-send',
    ['--system', '--print-reply', '--dest=org.freedesktop.Avahi', '/', 'org.freedesktop.Avahi.Server.GetVersionString'],
    5,
  ).status === 0

/** A bus on which everybody in this process's family may speak; nothing of the machine's own is asked. */
const bus = (path: string): string =>
  `<busconfig>
  <type>system</type>
  <listen>unix:path=${path}</listen>
  <auth>EXTERNAL</auth>
  <policy context="default">
    <allow send_destination="*" eavesdrop="true"/>
    <allow eavesdrop="true"/>
    <allow own="*"/>
  </policy>
</busconfig>
`

/**
 * The printer of the other project starts only where something advertises printers on the network. What answers on
 * this machine is used; else a bus of our own and the advertiser on it run for as long as the work does. What an
 * earlier run left in /run (a socket that nobody listens at) is never taken for a service.
 */
export async function withDiscovery<T>(work: () => Promise<T>): Promise<T> {
  if (answers()) return work()
  if (process.getuid?.() !== 0) throw new Error('start avahi-daemon, or run this as root: nothing advertises printers')
  return inFolder(async (folder) => {
    const before = process.env.DBUS_SYSTEM_BUS_ADDRESS
    const path = join(folder, 'bus')
    writeFileSync(join(folder, 'bus.conf'), bus(path))
    const speaks = beside('dbus-daemon', [`--config-file=${join(folder, 'bus.conf')}`, '--nofork', '--nopidfile'])
    process.env.DBUS_SYSTEM_BUS_ADDRESS = `unix:path=${path}`
    rmSync('/run/avahi-daemon/pid', { force: true })
    let tells: ReturnType<typeof beside> | null = null
    try {
      await until(
        () =>
          tool(
            'dbus-send',
            ['--system', '--print-reply', '--dest=org.freedesktop.DBus', '/', 'org.freedesktop.DBus.ListNames'],
            5,
          ).status === 0,
        10,
        'the bus answers',
      )
      tells = beside('avahi-daemon', ['--no-drop-root', '--no-chroot'])
      await until(answers, 20, 'the advertiser of printers answers')
      return await work()
    } finally {
      await tells?.end()
      await speaks.end()
      if (before === undefined) delete process.env.DBUS_SYSTEM_BUS_ADDRESS
      else process.env.DBUS_SYSTEM_BUS_ADDRESS = before
    }
  })
}
