import { X509Certificate } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer, type Server } from 'node:https'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { describe, expect, it, onTestFinished } from 'vitest'
import { attribute, keyword } from '@/formats/ipp/look'
import { OPERATION } from '@/formats/ipp/message'
import { readIpp } from '@/formats/ipp/read'
import { writeIpp } from '@/formats/ipp/write'
import { ACTIONS } from '@/server/actions/all'
import { trustOf } from '@/server/stores/certificates'
import { TestRoom } from '../../../test/room'
import { type PrinterAddress, readAddress } from './address'
import { askPrinter } from './client'

const pem = (name: string): string =>
  readFileSync(join(import.meta.dirname, '../../../test/fixtures', `certificate-${name}.pem`), 'utf8')
const printOf = (name: string): string => new X509Certificate(pem(name)).fingerprint256

/** A printer that speaks over TLS with a certificate of its own, and counts what was asked of it. */
async function printer(name: string): Promise<{ address: PrinterAddress; text: string; asked: () => number }> {
  let asked = 0
  const server: Server = createServer({ key: pem(name), cert: pem(name) }, (request, response) => {
    const all: Buffer[] = []
    request.on('data', (c: Buffer) => all.push(c))
    request.on('end', () => {
      asked += 1
      const read = readIpp(Buffer.concat(all))
      if (!read.ok) throw new Error(read.problem.says)
      const { requestId } = read.value.message
      const groups = [{ tag: 4, attributes: [attribute('printer-name', keyword('x'))] }]
      response.writeHead(200, { 'content-type': 'application/ipp' })
      response.end(writeIpp({ version: [2, 0], code: 0, requestId, groups }))
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  onTestFinished(() => {
    server.closeAllConnections()
    server.close()
  })
  const text = `ipps://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`
  const address = readAddress(text)
  if (!address.ok) throw new Error('no address')
  return { address: address.value, text, asked: () => asked }
}

const question = { operation: OPERATION.getPrinterAttributes, operationAttributes: [] }

describe('a printer with a certificate of its own', () => {
  it('is refused with its fingerprint, before anything is said to it', async () => {
    const { address, asked } = await printer('one')
    expect(await askPrinter(address, question)).toMatchObject({
      ok: false,
      problem: { code: 'printer_certificate', fingerprint: printOf('one') },
    })
    expect(asked()).toBe(0)
  })
  it('is asked once its fingerprint is trusted', async () => {
    const { address, asked } = await printer('one')
    expect((await askPrinter({ ...address, trusts: printOf('one') }, question)).ok).toBe(true)
    expect(asked()).toBe(1)
  })
  it('with another certificate than the trusted one is refused in words', async () => {
    const { address, asked } = await printer('two')
    expect(await askPrinter({ ...address, trusts: printOf('one') }, question)).toMatchObject({
      problem: { code: 'printer_certificate_changed', trusted: printOf('one'), fingerprint: printOf('two') },
    })
    expect(asked()).toBe(0)
  })
  it('is trusted by a keeper for its address alone; the newest counts', async () => {
    const room = await TestRoom.open()
    const { address, text } = await printer('one')
    const helper = { id: 'h', name: 'h', role: 'helper' } as const
    const input = { address: text, fingerprint: printOf('one') }
    expect(await room.act(ACTIONS['printer.trust'], input, helper)).toMatchObject({ problem: { code: 'not_allowed' } })
    expect(trustOf(room.db, address)).toBeNull()
    await room.must(ACTIONS['printer.trust'], input)
    expect(trustOf(room.db, address)).toBe(printOf('one'))
    expect(trustOf(room.db, { ...address, port: address.port + 1 })).toBeNull()
    room.now -= 3_600_000 // the clock was set back
    await room.must(ACTIONS['printer.trust'], { address: text, fingerprint: printOf('two') })
    expect(trustOf(room.db, address)).toBe(printOf('two'))
    expect(await room.act(ACTIONS['printer.trust'], { address: text, fingerprint: 'AB' })).toMatchObject({
      problem: { code: 'input' },
    })
  })
})
