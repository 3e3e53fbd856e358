import type { Db } from '@/server/db/open'
import { trustOf } from '@/server/stores/certificates'
import { listPrinters } from '@/server/stores/printers'
import { type PrinterAddress, readAddress } from './address'

/** An address with what the room knows of it: the certificate that a keeper trusts there, and the printer's name. */
export function known(db: Db, address: PrinterAddress): PrinterAddress {
  const there = listPrinters(db).find((p) => p.queues.some((q) => samePlace(q.address, address.uri)))
  return { ...address, trusts: trustOf(db, address), ...(there ? { name: there.nickname } : {}) }
}

/** Whether a queue's address, as it was typed, leads to this one. */
function samePlace(typed: string, uri: string): boolean {
  const read = readAddress(typed)
  return read.ok && read.value.uri === uri
}
