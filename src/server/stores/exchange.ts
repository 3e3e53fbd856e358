import { existsSync, readFileSync, statSync } from 'node:fs'
import canonicalize from 'canonicalize'
import { eq } from 'drizzle-orm'
import { EXCHANGE_VERSION, type PresetFile, type PrinterFile } from '@/contract/exchange'
import { settingsSchema } from '@/contract/preset'
import { UPKEEP_KINDS } from '@/contract/upkeep'
import { type Db, room, roomFolder } from '@/server/db/open'
import { papers, presets, presetVersions, profiles, queues, upkeep } from '@/server/db/schema'
import { filePath } from '@/server/files/files'
import { parsed } from './parse'
import { readPrinter } from './printers'

export function printerFile(db: Db, id: string): PrinterFile | null {
  const p = readPrinter(db, id)
  if (!p) return null
  return {
    libreta: 'printer',
    version: EXCHANGE_VERSION,
    nickname: p.nickname,
    makeModel: p.makeModel,
    machine: {
      ...{ carriage: p.carriage, inkSet: p.inkSet, blackShared: p.blackShared, holdsBlack: p.holdsBlack },
      ...{ swapSeconds: p.swapSeconds, swapMicrolitres: p.swapMicrolitres, goodFor: p.goodFor },
    },
    upkeep: db
      .select()
      .from(upkeep)
      .where(eq(upkeep.printerId, id))
      .orderBy(upkeep.at)
      .all()
      .flatMap(({ kind, at, note, result, gaps }) => {
        const known = UPKEEP_KINDS.find((k) => k === kind)
        return known ? [{ kind: known, at, note, result, gaps }] : []
      }),
    feeds: p.feeds.map(({ revision: _, ...feed }) => feed),
    queues: p.queues.map(({ name, language, address, isDefault, shared, facts }) => ({
      ...{ name, language, address, isDefault, shared, facts },
    })),
    names: {
      papers: db.select({ id: papers.id, name: papers.name }).from(papers).all(),
      profiles: db.select({ id: profiles.id, name: profiles.name }).from(profiles).all(),
    },
  }
}

/** A version as a file. @param folder where the room keeps its files; null: its profile is named and not brought along. */
export function presetFile(db: Db, versionId: string, folder: string | null = null): PresetFile | null {
  const row = db
    .select({ version: presetVersions, preset: presets })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(eq(presetVersions.id, versionId))
    .get()
  if (!row) return null
  const settings = parsed(settingsSchema, row.version.settings, `version ${versionId}`)
  const queue = db.select().from(queues).where(eq(queues.id, settings.queueId)).get()
  const paper = db.select().from(papers).where(eq(papers.id, settings.paperId)).get()
  const colour = settings.fileColour
  const profile =
    colour.kind === 'profile' ? db.select().from(profiles).where(eq(profiles.id, colour.profileId)).get() : null
  const printer = queue ? readPrinter(db, queue.printerId) : null
  return {
    libreta: 'preset',
    version: EXCHANGE_VERSION,
    name: row.preset.name,
    sealHash: row.version.sealHash,
    seal: row.version.seal,
    why: row.version.why,
    settings,
    names: {
      printer: printer?.nickname ?? '',
      queue: queue?.name ?? '',
      paper: paper?.name ?? '',
      feed: printer?.feeds.find((f) => f.id === settings.feedId)?.name ?? '',
      profile: profile?.name ?? null,
    },
    profile: profile && folder ? brought(profile, folder) : null,
  }
}

/** A larger profile is named alone: the file that is imported is one write, bytes. */
const MOST_BROUGHT = 5_500_000

/** A profile's bytes beside its name; null: its file is gone, or too large to be brought along. */
function brought(
  { name, sha }: { readonly name: string; readonly sha: string },
  folder: string,
): PresetFile['profile'] {
  const path = filePath(folder, sha)
  return existsSync(path) && statSync(path).size <= MOST_BROUGHT
    ? { name, data: readFileSync(path).toString('base64') }
    : null
}

export function exchangeFile(kind: string, id: string): Response {
  const file =
    kind === 'printer' ? printerFile(room(), id) : kind === 'preset' ? presetFile(room(), id, roomFolder()) : null
  if (!file) return new Response('Not in this room.', { status: 404 })
  const name = ('nickname' in file ? file.nickname : file.name).replace(/[^\w -]+/g, '')
  return new Response(JSON.stringify(file, null, 2), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name}.${kind}.json"`,
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-store',
    },
  })
}

/** A printer's file with every id of its room said by a name: two rooms' files of one printer are the same text. */
export function printerText(file: PrinterFile): string {
  const names = new Map<string, string>([
    ...file.feeds.map((f, i) => [f.id, `feed ${i}`] as const),
    ...file.names.papers.map((p) => [p.id, `paper ${p.name}`] as const),
    ...file.names.profiles.map((p) => [p.id, `profile ${p.name}`] as const),
  ])
  const { names: _names, upkeep: _upkeep, ...rest } = file
  const feeds = file.feeds.map((f) => ({ ...f, pictureId: null }))
  const text = canonicalize({ ...rest, feeds }) ?? ''
  return text.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/g, (id) => names.get(id) ?? 'gone')
}
