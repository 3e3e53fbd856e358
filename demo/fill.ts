import { createReadStream, existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { CAUSES, FIRST, plainSlip } from '@/contract/slip-data'
import { um } from '@/core/length/length'
import type { Settings } from '@/core/preset/settings'
import type { SlipBody } from '@/core/slip/body'
import { ACTIONS } from '@/server/actions/all'
import { addPicture, previewPicture } from '@/server/actions/pictures'
import { importProfile } from '@/server/actions/profiles'
import { type Db, openRoom } from '@/server/db/open'
import { filePath, keepBytes, receive } from '@/server/files/files'
import { preview } from '@/server/imaging/inspect'
import { owes } from '@/server/stores/accounts'
import { readPrinter } from '@/server/stores/printers'
import { readPicture, readSlip } from '@/server/stores/slips'
import { type Do, doing } from './doing'
import { frontFeed } from './draw/feed'
import { printerProfile } from './icc'
import { fillKnowHow } from './know-how'
import { fillEdgeCheck, measureRun } from './measuring'
import { DEMO_PAPERS } from './papers'
import { DEMO_GROUPS, DEMO_HELPER, DEMO_KEEPER, DEMO_MEMBERS } from './people'
import { DEMO_PICTURES } from './pictures'
import { colourOf, DEMO_PRESETS, DEMO_PROFILES, type DemoPreset } from './presets'
import { DEMO_PRINTERS } from './printers'
import { DEMO_PRINTS, DEMO_WAITING, type DemoPrint } from './prints'
import { pick, seeded } from './random'
import { fillTone } from './tone'

const DAY = 86_400_000

const found = <T>(map: ReadonlyMap<string, T>, name: string): T => {
  const value = map.get(name)
  if (value === undefined) throw new Error(`the demo names ${name}, which was not made`)
  return value
}

/** Fills a room folder with the demo room, everything through the door; told in sentences. */
export async function fillDemo(folder: string, now: number, told: (line: string) => void): Promise<void> {
  const db = openRoom(folder)
  try {
    await new Filling(db, folder, now, told).run()
  } finally {
    db.$client.close()
  }
}

class Filling {
  private readonly feedIds = new Map<string, string>()
  private readonly queueIds = new Map<string, string>()
  private readonly printerIds = new Map<string, string>()
  private readonly paperIds = new Map<string, string>()
  private readonly stockIds = new Map<string, string>()
  private readonly people = new Map<string, string>()
  private readonly profileIds = new Map<string, string>()
  private readonly presetVersions = new Map<string, string>()
  private readonly pictureIds = new Map<string, string>()
  private readonly random = seeded(2026)
  private readonly do: Do

  constructor(
    private readonly db: Db,
    private readonly folder: string,
    private readonly now: number,
    private readonly told: (line: string) => void,
  ) {
    this.do = doing(db, folder, now)
  }

  async run(): Promise<void> {
    const start = this.now - 182 * DAY
    await this.do(
      ACTIONS['room.set-up'],
      {
        name: 'Marsh Street Print Room',
        unit: 'mm',
        currency: 'EUR',
        exponent: 2,
        timeZone: 'Europe/Lisbon',
        keeper: DEMO_KEEPER,
        printer: { nickname: 'none', makeModel: '' },
        paper: { name: 'none', surface: 'matte', sizeId: 'iso_a4_210x297mm', count: 0 },
        demo: true,
      },
      start,
    )
    await this.do(
      ACTIONS['tariff.set'],
      { paperPercent: 100, inkPer100Ml: 7000, roomShare: 25, validFrom: null },
      start,
    )
    await this.printers(start)
    await this.papers(start)
    await this.members(start)
    await this.pictures()
    await this.presets(start)
    await this.do(ACTIONS['size.add'], { name: 'Herbarium sheet', short: 290_000, long: 420_000, unit: 'mm' }, start)
    await this.do(ACTIONS['size.add'], { name: 'Seed packet', short: 92_000, long: 130_000, unit: 'mm' }, start)
    await this.do(ACTIONS['size.add'], { name: 'Kite label', short: 63_500, long: 101_600, unit: 'in' }, start)
    await this.log(start)
    await this.waiting()
    await fillTone(this.do, this.db, this.now, this.random)
    await this.loads()
    await fillKnowHow(this.do, this.db, this.folder, this.now)
  }

  private async printers(at: number): Promise<void> {
    for (const p of DEMO_PRINTERS) {
      const { feeds, queues, ...fields } = p
      const { id } = await this.do(ACTIONS['printer.add'], fields, at)
      this.printerIds.set(p.nickname, id)
      const own = this.db.$client.prepare('select id from feeds where printer_id = ? order by position').all(id) as {
        id: string
      }[]
      const queue = this.db.$client.prepare('select id from queues where printer_id = ?').get(id) as { id: string }
      const ids: string[] = []
      for (const [i, feed] of feeds.entries()) {
        const first = own[i]
        const facts = { ...feed, id: 'given by the room' }
        const saved = await this.do(
          ACTIONS['feed.save'],
          { printerId: id, id: first?.id ?? null, revision: first ? 1 : null, facts },
          at,
        )
        ids.push(saved.id)
        this.feedIds.set(`${p.nickname}/${feed.name}`, saved.id)
      }
      for (const [i, q] of queues.entries()) {
        const saved = await this.do(
          ACTIONS['queue.save'],
          {
            printerId: id,
            id: i === 0 ? queue.id : null,
            revision: i === 0 ? 1 : null,
            name: q.name,
            address: q.address,
            language: q.language,
            isDefault: i === 0,
            shared: true,
            facts: q.facts(ids),
          },
          at,
        )
        this.queueIds.set(q.name, saved.id)
      }
    }
    for (const [name, kinds] of [
      [
        'Otter',
        [
          ['nozzle check', 9],
          ['head alignment', 60],
          ['cleaning', 41],
        ],
      ],
      [
        'Heron',
        [
          ['nozzle check', 0.2],
          ['head alignment', 25],
        ],
      ],
      [
        'Wren',
        [
          ['nozzle check', 30],
          ['head alignment', 94],
          ['ink change', 12],
        ],
      ],
    ] as const)
      for (const [kind, days] of kinds)
        await this.do(ACTIONS['upkeep.log'], {
          printerId: found(this.printerIds, name),
          kind,
          at: Math.round(this.now - days * DAY),
          note: '',
        })
  }

  private async papers(at: number): Promise<void> {
    for (const { stocks, ...paper } of DEMO_PAPERS) {
      const { id } = await this.do(ACTIONS['paper.add'], paper, at)
      this.paperIds.set(paper.name, id)
      for (const stock of stocks) {
        const made = await this.do(ACTIONS['stock.add'], { paperId: id, ...stock }, at)
        this.stockIds.set(`${paper.name}/${stock.kind}/${stock.width}`, made.id)
        if (stock.kind === 'roll') await this.do(ACTIONS['roll.open'], { stockId: made.id }, at)
      }
    }
  }

  private async members(at: number): Promise<void> {
    const groupIds = new Map<string, string>()
    for (const name of DEMO_GROUPS) groupIds.set(name, (await this.do(ACTIONS['group.add'], { name }, at)).id)
    for (const who of [DEMO_HELPER, ...DEMO_MEMBERS]) {
      const groupId = who.group ? found(groupIds, who.group) : null
      const { id } = await this.do(
        ACTIONS['person.add'],
        { name: who.name, role: who.role, groupId, note: who.note },
        at,
      )
      this.people.set(who.name, id)
    }
  }

  /** Draws each picture and takes it in as an upload would be. */
  private async pictures(): Promise<void> {
    for (const picture of DEMO_PICTURES) {
      const began = Date.now()
      const path = join(this.folder, picture.file)
      await picture.draw(path)
      const received = await receive(this.folder, createReadStream(path), 1_000_000_000)
      const { id } = await this.do(addPicture, { name: picture.file, received })
      const row = readPicture(this.db, id)
      const previewSha = await keepBytes(
        this.folder,
        await preview(filePath(this.folder, row?.sha ?? ''), 1600, { page: 0, tagged: row?.profile !== null }),
      )
      await this.do(previewPicture, { id, previewSha })
      this.pictureIds.set(picture.file, id)
      for (const leftover of [path, `${path}.icc`]) if (existsSync(leftover)) rmSync(leftover)
      this.told(`drew ${picture.file} in ${((Date.now() - began) / 1000).toFixed(1)} s`)
    }
    await this.feedPicture()
    this.db.$client.prepare("delete from jobs where kind = 'preview'").run()
  }

  /** The drawing beside the loading steps of Otter's front feed. */
  private async feedPicture(): Promise<void> {
    const png = await sharp(Buffer.from(frontFeed(900, 600)))
      .png()
      .toBuffer()
    const received = await receive(this.folder, Readable.from([png]), 1_000_000)
    const { id } = await this.do(addPicture, { name: 'otter-front-feed.png', received })
    const feed = readPrinter(this.db, found(this.printerIds, 'Otter'))?.feeds.find((f) => f.name === 'front single')
    if (!feed) return
    const { revision, ...facts } = feed
    const printerId = found(this.printerIds, 'Otter')
    await this.do(ACTIONS['feed.save'], { printerId, id: feed.id, revision, facts: { ...facts, pictureId: id } })
  }

  private settings(p: DemoPreset): Settings {
    const printer = p.queue.split(',')[0] ?? ''
    const inkSet = DEMO_PRINTERS.find((d) => d.nickname === printer)?.inkSet ?? ''
    return {
      queueId: found(this.queueIds, p.queue),
      inkSet,
      feedId: found(this.feedIds, `${printer}/${p.feed}`),
      paperId: found(this.paperIds, p.paper),
      mediaSettingId: p.mediaSetting,
      qualityId: p.quality,
      passes: p.passes ?? 'one-way',
      blackInk: p.black,
      topcoat: p.topcoat ?? null,
      ...colourOf(p),
      fileColour: p.profile
        ? {
            kind: 'profile',
            profileId: found(this.profileIds, p.profile.name),
            intent: p.profile.intent,
            blackPoint: true,
          }
        : { kind: 'untouched' },
      bits: 8,
      mirror: p.mirror ?? false,
      edgeAllowed: p.edge ?? 'either',
      own: p.own ?? (p.queue === 'Otter, photo' ? { drying: 'none' } : {}),
    }
  }

  private async presets(start: number): Promise<void> {
    for (const { name, model } of DEMO_PROFILES) {
      const bytes = printerProfile(name, model)
      const received = await receive(this.folder, Readable.from([bytes]), bytes.length)
      const { id } = await this.do(importProfile, { name, received, seal: null }, start)
      this.profileIds.set(name, id)
    }
    for (const preset of DEMO_PRESETS) {
      const last = this.settings(preset)
      const steps = [
        ...(preset.earlier ?? []).map((e) => ({ settings: { ...last, ...e.change }, why: e.why })),
        { settings: last, why: preset.why },
      ]
      const [first] = steps
      if (!first) continue
      const { id } = await this.do(ACTIONS['preset.add'], { name: preset.name, draft: first.settings }, start)
      let revision = 1
      for (const [i, step] of steps.entries()) {
        const at = start + i * 9 * DAY
        if (i > 0) {
          const saved = await this.do(
            ACTIONS['preset.draft'],
            { id, revision, name: preset.name, draft: step.settings },
            at,
          )
          revision = saved.revision
        }
        const version = await this.do(ACTIONS['preset.seal'], { id, revision, why: step.why }, at)
        revision += 1
        this.presetVersions.set(preset.name, version.versionId)
      }
    }
  }

  private body(print: DemoPrint): SlipBody {
    return plainSlip({
      title: print.title,
      memberId: found(this.people, print.member),
      pictureId: found(this.pictureIds, print.file),
      versionId: found(this.presetVersions, print.preset),
      sheet:
        'size' in print.sheet
          ? { kind: 'size', sizeId: print.sheet.size }
          : {
              kind: 'cut',
              width: um(print.sheet.roll * 1000),
              length: print.sheet.length === 'auto' ? 'auto' : um(print.sheet.length * 1000),
            },
      copies: print.copies ?? 1,
      ...print.body,
    })
  }

  /** Six months of prints: mostly good, proofs before the large ones, now and then one spoiled. */
  private async log(start: number): Promise<void> {
    let runs = 0
    const target = 200
    let at = start + 20 * DAY
    const pace = (this.now - 4 * DAY - at) / 165
    let checked = false
    while (runs < target) {
      at += pace * (0.4 + this.random() * 1.2)
      const when = Math.min(this.now - DAY, openingHour(at, this.random))
      if (!checked && when > this.now - 110 * DAY) {
        checked = true
        const version = found(this.presetVersions, 'Otter, Fenland Matte, colour')
        await fillEdgeCheck(this.do, this.db, version, 'jis_b4_257x364mm', when - DAY, this.random)
      }
      const print = pick(DEMO_PRINTS, this.random)
      const slip = await this.do(ACTIONS['slip.add'], { body: this.body(print) }, when)
      const answers = [
        'complete',
        'picture',
        'size',
        'borderless',
        'area',
        'resolution',
        'black',
        'profile',
        'stock',
      ].map((check) => ({
        check,
        reason: 'seen and meant',
      }))
      const log = async (outcome: 'good' | 'proof' | 'spoiled', copies: number, note = ''): Promise<void> => {
        const revision = readSlip(this.db, slip.id)?.revision ?? 1
        const cause = outcome === 'spoiled' ? pick(CAUSES.slice(0, 7), this.random) : null
        const at = when + runs * 1000
        const logged = await this.do(
          ACTIONS['run.log'],
          {
            ...{ slipId: slip.id, revision, outcome, cause, note, at },
            prints: [{ printId: FIRST, copies, answers }],
          },
          at,
        )
        runs += copies
        const [first] = logged.runIds
        if (checked && first && outcome === 'good' && this.random() < 0.5)
          await measureRun(this.do, this.db, first, when + 600_000, this.random)
      }
      if (this.random() < 0.12) await log('proof', 1, 'shadows first')
      if (this.random() < 0.08) await log('spoiled', 1)
      const copies = print.copies ?? 1
      await log('good', copies)
    }
    for (const [paper, count] of [
      ['Dune Lustre 235/sheet/297000', 25],
      ['Fenland Matte/sheet/257000', 50],
    ] as const)
      await this.do(ACTIONS['stock.buy'], { id: found(this.stockIds, paper), delta: count }, this.now - 12 * DAY)
    for (const [name, amount] of [
      ['Iria Vantongeren', 1500],
      ['Tobiah Ravensholt', 4000],
      ['Geography class 9b', 2500],
    ] as const) {
      const of = { personId: found(this.people, name), groupId: null }
      const due = Math.min(amount, owes(this.db, of))
      if (due > 0) await this.do(ACTIONS['account.pay'], { ...of, amount: due, note: 'cash box' }, this.now - 30 * DAY)
    }
    this.told(`logged ${runs} runs over six months`)
  }

  private async waiting(): Promise<void> {
    for (const [i, print] of DEMO_WAITING.entries()) {
      const at = this.now - (DEMO_WAITING.length - i) * 3_600_000
      const slip = await this.do(ACTIONS['slip.add'], { body: this.body(print) }, at)
      await this.do(ACTIONS['slip.state'], { id: slip.id, revision: 1, state: 'waiting' }, at)
    }
    const first = this.db.$client.prepare('select id, revision from slips where number = 1').get() as {
      id: string
      revision: number
    }
    await this.do(ACTIONS['slip.state'], { ...first, state: 'withdrawn' })
    await this.do(ACTIONS['stock.count'], {
      id: found(this.stockIds, 'Fenland Matte/sheet/257000'),
      counted: 17,
      seen: Number.MAX_SAFE_INTEGER,
    })
  }

  private async loads(): Promise<void> {
    const load = (printer: string, feed: string, stock: string, rollId: string | null) =>
      this.do(ACTIONS['printer.load'], {
        printerId: found(this.printerIds, printer),
        feedId: found(this.feedIds, `${printer}/${feed}`),
        stockId: found(this.stockIds, stock),
        rollId,
      })
    await load('Otter', 'rear stack', 'Fenland Matte/sheet/257000', null)
    const roll = this.db.$client
      .prepare('select id from rolls where stock_id = ? order by number desc')
      .get(found(this.stockIds, 'Dune Lustre 235/roll/610000')) as { id: string }
    await load('Heron', 'roll', 'Dune Lustre 235/roll/610000', roll.id)
    await this.do(ACTIONS['printer.black'], { id: found(this.printerIds, 'Otter'), holds: 'matte' })
    await this.do(ACTIONS['printer.black'], { id: found(this.printerIds, 'Heron'), holds: 'photo' })
  }
}

/** The room is open from two in the afternoon to eight, never on a Monday. */
function openingHour(at: number, random: () => number): number {
  const day = new Date(at)
  day.setUTCHours(14, 0, 0, 0)
  if (day.getUTCDay() === 1) day.setUTCDate(day.getUTCDate() + 1)
  return day.getTime() + Math.floor(random() * 6 * 3_600_000)
}
