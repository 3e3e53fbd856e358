import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { Machine } from './machine'
import { MODELS } from './models'
import { serve } from './server'

// The stand-in is asked in octets written out here, by the text of the standards.
let machine: Machine
let server: ReturnType<typeof serve>
let folder: string
let address: string
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'libreta-standin-'))
  const model = MODELS.find((m) => m.id === 'wren')
  if (!model) throw new Error('no model')
  machine = new Machine(model, { seed: 3, folder, speed: 1e6 })
  server = serve(machine)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/ipp/print`
})
afterEach(() => {
  server.closeAllConnections()
  server.close()
  rmSync(folder, { recursive: true, force: true })
})

const text = (tag: number, name: string, value: string): Buffer => {
  const [n, v] = [Buffer.from(name), Buffer.from(value)]
  const head = Buffer.alloc(3)
  head[0] = tag
  head.writeUInt16BE(n.length, 1)
  const length = Buffer.alloc(2)
  length.writeUInt16BE(v.length)
  return Buffer.concat([head, n, length, v])
}
const number = (tag: number, name: string, value: number): Buffer => {
  const b = text(tag, name, '0000')
  b.writeInt32BE(value, b.length - 4)
  return b
}
const START = [text(0x47, 'attributes-charset', 'utf-8'), text(0x48, 'attributes-natural-language', 'en')]
const URI = text(0x45, 'printer-uri', 'ipp://127.0.0.1/ipp/print')
const END = Buffer.from([3])

function ask(op: number, parts: readonly Buffer[], options: { version?: number; id?: number } = {}): Buffer {
  const head = Buffer.alloc(8)
  head.writeUInt16BE(options.version ?? 0x0200)
  head.writeUInt16BE(op, 2)
  head.writeInt32BE(options.id ?? 7, 4)
  return Buffer.concat([head, Buffer.from([1]), ...parts])
}

async function send(body: Buffer, to = address): Promise<{ status: number; id: number; text: string; body: Buffer }> {
  const response = await fetch(to, {
    method: 'POST',
    headers: { 'content-type': 'application/ipp' },
    body: new Uint8Array(body),
  })
  expect(response.status).toBe(200)
  const answer = Buffer.from(await response.arrayBuffer())
  return { status: answer.readUInt16BE(2), id: answer.readInt32BE(4), text: answer.toString('latin1'), body: answer }
}

describe('malformed requests get the status that the standard asks for', () => {
  it.each([
    ['version 9', ask(0x000b, [...START, URI, END], { version: 0x0900 }), 0x0503],
    ['request id 0', ask(0x000b, [...START, URI, END], { id: 0 }), 0x0400],
    ['charset not first', ask(0x000b, [START[1] as Buffer, START[0] as Buffer, URI, END]), 0x0400],
    [
      'another charset',
      ask(0x000b, [text(0x47, 'attributes-charset', 'us-ascii'), START[1] as Buffer, URI, END]),
      0x040d,
    ],
    ['no printer-uri', ask(0x000b, [...START, END]), 0x0400],
    ['an operation that is not there', ask(0x4000, [...START, URI, END]), 0x0501],
    ['no limit', ask(0x000b, [...START, URI]), 0x0400],
    ['only three octets', Buffer.from([2, 0, 0]), 0x0400],
    ['a job that is not there', ask(0x0009, [...START, URI, number(0x21, 'job-id', 99), END]), 0x0406],
    ['no job id', ask(0x0008, [...START, URI, END]), 0x0400],
    [
      'a format that is not taken',
      ask(0x0002, [...START, URI, text(0x49, 'document-format', 'application/pdf'), END]),
      0x040a,
    ],
    ['a compression that is not taken', ask(0x0002, [...START, URI, text(0x44, 'compression', 'gzip'), END]), 0x040f],
    ['an attribute twice', ask(0x000b, [...START, URI, URI, END]), 0x0400],
    ['a name that is too long', ask(0x0002, [...START, URI, text(0x42, 'job-name', 'x'.repeat(256)), END]), 0x0409],
    ['a keyword where a number is wanted', ask(0x000a, [...START, URI, text(0x44, 'limit', 'ten'), END]), 0x0400],
    ['a limit of none', ask(0x000a, [...START, URI, number(0x21, 'limit', 0), END]), 0x0400],
    [
      'a format that is not taken, before anything is sent',
      ask(0x0004, [...START, URI, text(0x49, 'document-format', 'text/plain'), END]),
      0x040a,
    ],
    ['jobs of a kind that is not known', ask(0x000a, [...START, URI, text(0x44, 'which-jobs', 'lost'), END]), 0x040b],
  ])('%s', async (_name, body, status) => {
    const answer = await send(body)
    expect(answer.status.toString(16)).toBe(status.toString(16))
    // and it stays up
    expect((await send(ask(0x000b, [...START, URI, END]))).status).toBe(0)
  })
  const FIDELITY = Buffer.concat([text(0x22, 'ipp-attribute-fidelity', '\u0001')])
  const resolution = Buffer.concat([text(0x32, 'printer-resolution', '123456789')])
  resolution.writeInt32BE(123, resolution.length - 9)
  resolution.writeInt32BE(123, resolution.length - 5)
  resolution[resolution.length - 1] = 3
  it.each([
    ['sides', text(0x44, 'sides', 'two-sided-long-edge')],
    ['printer-resolution', resolution],
    ['orientation-requested', number(0x23, 'orientation-requested', 4)],
    ['output-bin', text(0x44, 'output-bin', 'mailbox-2')],
    ['finishings', number(0x23, 'finishings', 4)],
    ['print-rendering-intent', text(0x44, 'print-rendering-intent', 'saturation')],
    ['copies in another syntax', text(0x44, 'copies', 'two')],
  ])('%s that is not supported is refused under fidelity, and left out without', async (_name, value) => {
    const job = Buffer.concat([Buffer.from([2]), value])
    expect((await send(ask(0x0004, [...START, URI, FIDELITY, job, END]))).status.toString(16)).toBe('40b')
    expect((await send(ask(0x0004, [...START, URI, job, END]))).status).toBe(1)
  })
  it('answers in the version that was asked', async () => {
    for (const version of [0x0101, 0x0200]) {
      const { body } = await send(ask(0x000b, [...START, URI, END], { version }))
      expect(body.readUInt16BE(0)).toBe(version)
    }
    const broken = await send(ask(0x000b, [...START, URI], { version: 0x0101 }))
    expect([broken.body.readUInt16BE(0), broken.status]).toEqual([0x0101, 0x0400])
  })
  it('lists only the jobs of who asks when those are asked for, and no more than the limit', async () => {
    const by = (user: string): Buffer => text(0x42, 'requesting-user-name', user)
    for (const user of ['ida', 'bo', 'ida']) await send(ask(0x0005, [...START, URI, by(user), END]))
    const listed = async (...more: Buffer[]): Promise<number> =>
      (await send(ask(0x000a, [...START, URI, ...more, END]))).text.split('job-id').length - 1
    expect(await listed(by('ida'))).toBe(3)
    expect(await listed(by('ida'), text(0x22, 'my-jobs', '\u0001'))).toBe(2)
    expect(await listed(by('ida'), number(0x21, 'limit', 1))).toBe(1)
  })
  it('cuts a sheet, not the whole roll, for a job that asks for no size', async () => {
    const model = MODELS.find((m) => m.id === 'heron')
    if (!model) throw new Error('no model')
    const roll = new Machine(model, { seed: 3, folder, speed: 1e6 })
    const other = serve(roll)
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve))
    const { port } = other.address() as AddressInfo
    await send(ask(0x0005, [...START, URI, END]), `http://127.0.0.1:${port}${model.queues[0]?.path}`)
    expect(roll.jobs[0]?.ticket).toMatchObject({ width: 610, length: 863 })
    expect(roll.holds.get('main-roll')?.left).toBeGreaterThan(863)
    other.close()
  })
  it('gives a job up that gets no document', async () => {
    const model = MODELS.find((m) => m.id === 'wren')
    if (!model) throw new Error('no model')
    machine.jobs.length = 0
    const quick = new Machine(model, { seed: 3, folder, speed: 1e6, documentSeconds: 0.05 })
    const other = serve(quick)
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve))
    const at = `http://127.0.0.1:${(other.address() as AddressInfo).port}/ipp/print`
    await send(ask(0x0005, [...START, URI, END]), at)
    expect(quick.jobs[0]?.state).toBe(4)
    await new Promise((r) => setTimeout(r, 150))
    expect(quick.jobs[0]).toMatchObject({ state: 8, reasons: ['job-canceled-after-timeout'] })
    other.close()
  })
  it('a queue that is not there is not found, other methods and types are refused by HTTP', async () => {
    const nowhere = address.replace('/ipp/print', '/ipp/nowhere')
    expect((await send(ask(0x000b, [...START, URI, END]), nowhere)).status).toBe(0x0406)
    expect((await fetch(address, { method: 'PUT', body: 'x' })).status).toBe(405)
    expect(
      (await fetch(address, { method: 'POST', headers: { 'content-type': 'text/plain' }, body: 'x' })).status,
    ).toBe(415)
  })
  it('stays up under three hundred garbled requests', async () => {
    const good = ask(0x000b, [...START, URI, END])
    let seed = 5
    const random = (n: number): number => {
      seed = (Math.imul(seed, 1_103_515_245) + 12_345) >>> 0
      return (seed >>> 8) % n
    }
    let answers = 0
    for (let i = 0; i < 300; i++) {
      const body = Buffer.from(good)
      for (let k = 0; k < 3; k++) body[random(body.length)] = random(256)
      const { status } = await send(body.subarray(0, random(4) === 0 ? random(body.length) : body.length))
      expect(status === 0 || status === 1 || (status >= 0x0400 && status < 0x0600)).toBe(true)
      answers += 1
    }
    expect(answers).toBe(300)
    expect((await send(good)).status).toBe(0)
  }, 60_000)
})

describe('what it tells', () => {
  it('has the attributes that every IPP 2.0 printer must have', async () => {
    const { text: told } = await send(ask(0x000b, [...START, URI, END]))
    for (const name of [
      'charset-configured',
      'charset-supported',
      'compression-supported',
      'document-format-default',
      'document-format-supported',
      'generated-natural-language-supported',
      'ipp-versions-supported',
      'natural-language-configured',
      'operations-supported',
      'pdl-override-supported',
      'printer-is-accepting-jobs',
      'printer-name',
      'printer-state',
      'printer-state-reasons',
      'printer-up-time',
      'printer-uri-supported',
      'queued-job-count',
      'uri-authentication-supported',
      'uri-security-supported',
      'media-col-ready',
      'media-size-supported',
      'marker-levels',
      'print-scaling-supported',
      'print-rendering-intent-supported',
      'pwg-raster-document-resolution-supported',
    ])
      expect(told, name).toContain(name)
    // the database is large and comes only when it is named
    expect(told).not.toContain('media-col-database')
    const asked = await send(
      ask(0x000b, [...START, URI, text(0x44, 'requested-attributes', 'media-col-database'), END]),
    )
    expect(asked.text).toContain('media-col-database')
    expect(asked.text).not.toContain('marker-levels')
  })
})

/** A page of PWG raster in sgray: a dark box, its rows packed as runs. */
function raster(width: number, height: number, ppi: number, box: readonly [number, number, number, number]): Buffer {
  const head = Buffer.alloc(1796)
  head.write('PwgRaster', 0)
  for (const [at, v] of [
    [276, ppi],
    [280, ppi],
    [372, width],
    [376, height],
    [384, 8],
    [388, 8],
    [392, width],
    [400, 18],
    [420, 1],
  ] as const)
    head.writeUInt32BE(v, at)
  const run = (n: number, v: number): number[] => {
    const out: number[] = []
    for (let left = n; left > 0; left -= 128) out.push(Math.min(left, 128) - 1, v)
    return out
  }
  const [x0, y0, x1, y1] = box
  const rows: number[] = []
  for (let y = 0; y < height; y++) {
    rows.push(0)
    rows.push(...(y >= y0 && y < y1 ? [...run(x0, 255), ...run(x1 - x0, 0), ...run(width - x1, 255)] : run(width, 255)))
  }
  return Buffer.concat([Buffer.from('RaS2'), head, Buffer.from(rows)])
}

const member = (name: string): Buffer => text(0x4a, '', name)
const media = (x: number, y: number, margin: number): Buffer =>
  Buffer.concat([
    text(0x34, 'media-col', ''),
    member('media-size'),
    text(0x34, '', ''),
    member('x-dimension'),
    number(0x21, '', x),
    member('y-dimension'),
    number(0x21, '', y),
    text(0x37, '', ''),
    member('media-type'),
    text(0x44, '', 'card-gloss'),
    ...['left', 'right', 'top', 'bottom'].flatMap((s) => [member(`media-${s}-margin`), number(0x21, '', margin)]),
    text(0x37, '', ''),
  ])

async function printed(parts: readonly Buffer[], document: Buffer): Promise<number> {
  const answer = await send(
    Buffer.concat([
      ask(0x0002, [...START, URI, text(0x42, 'job-name', 'a box'), Buffer.from([2]), ...parts, END]),
      document,
    ]),
  )
  expect(answer.status).toBeLessThan(2)
  const job = machine.jobs.at(-1)
  for (let i = 0; i < 400 && job && job.state < 7; i++) await new Promise((r) => setTimeout(r, 20))
  return job?.state ?? 0
}

/** Where ink is along a middle line, mm. */
async function inkOn(number: number, axis: 'across' | 'along'): Promise<readonly [number, number]> {
  const path = join(folder, `${String(number).padStart(4, '0')}.png`)
  const { data, info } = await sharp(path).greyscale().raw().toBuffer({ resolveWithObject: true })
  const n = axis === 'across' ? info.width : info.height
  const at = (i: number): number =>
    data[
      axis === 'across' ? Math.floor(info.height / 2) * info.width + i : i * info.width + Math.floor(info.width / 2)
    ] ?? 255
  const dark = Array.from({ length: n }, (_, i) => i).filter((i) => at(i) < 128)
  return [((dark[0] ?? 0) * 25.4) / 300, (((dark.at(-1) ?? 0) + 1) * 25.4) / 300]
}

describe('what comes out', () => {
  const W = 1205 // 102 mm at 300 ppi
  const H = 1795 // 152 mm
  it('with margins and scaling off a box is where it was sent, but for the machine’s own ways', async () => {
    const state = await printed(
      [media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'none')],
      raster(W, H, 300, [300, 400, 900, 1400]),
    )
    expect(state).toBe(9)
    const [a, b] = await inkOn(1, 'across')
    expect(b - a).toBeCloseTo(50.8, 0)
    expect(Math.abs(a - 25.4)).toBeLessThan(3)
    const meta = await sharp(join(folder, '0001.png')).metadata()
    expect(meta.density).toBe(300)
    expect(Math.abs((meta.width ?? 0) - W)).toBeLessThanOrEqual(1)
  })
  it('ink in the margin is clipped, and a page is enlarged when borderless', async () => {
    await printed([media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'none')], raster(W, H, 300, [0, 0, W, H]))
    const [a, b] = await inkOn(1, 'across')
    expect(a).toBeGreaterThan(1.5)
    expect(b).toBeLessThan(101)
    await printed(
      [media(10_200, 15_200, 0), text(0x44, 'print-scaling', 'none')],
      raster(W, H, 300, [300, 400, 900, 1400]),
    )
    const [c, d] = await inkOn(2, 'across')
    expect(d - c).toBeGreaterThan(51.2)
  })
  it('fits the page into its margins when scaling is left on', async () => {
    await printed([media(10_200, 15_200, 320)], raster(W, H, 300, [300, 400, 900, 1400]))
    const [a, b] = await inkOn(1, 'across')
    expect(b - a).toBeLessThan(49)
  })
  it('lands no two sheets alike', async () => {
    const parts = [media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'none')]
    const box = raster(W, H, 300, [300, 400, 900, 1400])
    await printed(parts, box)
    await printed(parts, box)
    const one = readFileSync(join(folder, '0001.png'))
    expect(one.equals(readFileSync(join(folder, '0002.png')))).toBe(false)
  })
  it('a sheet that is fed again is one sheet with both prints on it, and takes no other from the stack', async () => {
    const parts = [media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'none')]
    await printed(parts, raster(W, H, 300, [200, 300, 400, 1500]))
    const left = machine.holds.get('main')?.left
    expect([machine.feedAgain(9), machine.feedAgain(1)]).toEqual([false, true])
    await printed(parts, raster(W, H, 300, [700, 300, 900, 1500]))
    expect(readdirSync(folder).filter((n) => /^\d/.test(n))).toEqual(['0002.json', '0002.png'])
    const note = JSON.parse(readFileSync(join(folder, '0002.json'), 'utf8')) as { earlier: string[] }
    expect([note.earlier, machine.holds.get('main')?.left, machine.fedAgain]).toEqual([['a box'], left, null])
    const [a, b] = await inkOn(2, 'across')
    expect(Math.abs(a - 17)).toBeLessThan(3)
    expect(Math.abs(b - 76)).toBeLessThan(3)
    // between the two the paper is as white as beside them
    const { data, info } = await sharp(join(folder, '0002.png')).greyscale().raw().toBuffer({ resolveWithObject: true })
    const at = (x: number): number => data[Math.floor(info.height / 2) * info.width + x] ?? 0
    expect(Math.abs(at(550) - at(1100))).toBeLessThan(3)
    expect((await sharp(join(folder, '0002.png')).metadata()).density).toBe(300)
    // the next is on a sheet of its own again
    await printed(parts, raster(W, H, 300, [700, 300, 900, 1500]))
    expect([(await inkOn(3, 'across'))[0] > 50, machine.holds.get('main')?.left]).toEqual([true, (left ?? 0) - 1])
  })
  it('a sheet of another size that was fed again stays as it is', async () => {
    await printed([media(10_200, 15_200, 320)], raster(W, H, 300, [200, 300, 400, 1500]))
    machine.feedAgain(1)
    await printed([media(8900, 12_700, 320)], raster(1051, 1500, 300, [200, 300, 400, 1400]))
    expect(readdirSync(folder).filter((n) => n.endsWith('.png'))).toEqual(['0001.png', '0002.png'])
  })
  it('waits for paper when there is none, says so, and goes on when there is', async () => {
    machine.standsBy = false
    const held = machine.holds.get('main')
    if (!held) throw new Error('no source')
    held.left = 0
    void printed([media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'none')], raster(W, H, 300, [1, 1, 2, 2]))
    for (let i = 0; i < 200 && machine.state !== 'stopped'; i++) await new Promise((r) => setTimeout(r, 10))
    expect(machine.state).toBe('stopped')
    expect(machine.reasons).toEqual(['media-empty-error'])
    const { text: told } = await send(ask(0x000b, [...START, URI, END]))
    expect(told).toContain('media-empty-error')
    held.left = 3
    machine.wake()
    for (let i = 0; i < 400 && machine.jobs[0]?.state !== 9; i++) await new Promise((r) => setTimeout(r, 20))
    expect(machine.jobs[0]?.state).toBe(9)
    expect(held.left).toBe(2)
  })
  it('a document that is no raster is given up with its reason', async () => {
    const state = await printed([media(10_200, 15_200, 320)], Buffer.from('RaS2 but no more than that'))
    expect(state).toBe(8)
    expect(machine.jobs[0]?.reasons).toEqual(['document-format-error'])
  })
  it('takes a JPEG as well', async () => {
    const jpeg = await sharp({ create: { width: 600, height: 900, channels: 3, background: '#222' } })
      .jpeg()
      .toBuffer()
    const state = await printed(
      [media(10_200, 15_200, 320), text(0x44, 'print-scaling', 'fit')].map((b) => b),
      Buffer.alloc(0),
    ).catch(() => 0)
    expect(state).not.toBe(9)
    const answer = await send(
      Buffer.concat([
        ask(0x0002, [
          ...START,
          URI,
          text(0x49, 'document-format', 'image/jpeg'),
          Buffer.from([2]),
          media(10_200, 15_200, 320),
          END,
        ]),
        jpeg,
      ]),
    )
    expect(answer.status).toBeLessThan(2)
    for (let i = 0; i < 300 && (machine.jobs.at(-1)?.state ?? 0) < 7; i++) await new Promise((r) => setTimeout(r, 20))
    expect(machine.jobs.at(-1)?.state).toBe(9)
    const [a, b] = await inkOn(1, 'across')
    expect(b - a).toBeGreaterThan(80)
  })
})
