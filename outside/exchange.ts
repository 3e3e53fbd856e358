import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { EXCHANGE_VERSION, exchangeSchemas } from '@/contract/exchange'
import { ACTIONS } from '@/server/actions/all'
import { presetFile, printerFile } from '@/server/stores/exchange'
import { DEMO_PRINTERS } from '../demo/printers'
import { OpenRoom } from '../test/open-room'
import { type Part, type Row, tool } from './tools'

const VALIDATE = `
import json, sys, jsonschema
schema, data = (json.load(open(f)) for f in sys.argv[1:3])
jsonschema.Draft202012Validator.check_schema(schema)
errors = list(jsonschema.Draft202012Validator(schema).iter_errors(data))
print(len(errors), errors[0].message[:200] if errors else '')
sys.exit(1 if errors else 0)
`

/** Exchange files by an independent validator of JSON Schema: ours are valid, altered ones are not. */
export const exchange: Part = {
  name: 'exchange',
  needs: [['python3', 'python3-jsonschema']],
  async run(_share, folder) {
    if (tool('/usr/bin/python3', ['-c', 'import jsonschema']).status !== 0)
      return [
        {
          part: 'exchange',
          what: 'validator',
          ok: false,
          says: 'apt-get install python3-jsonschema',
          notOurs: 'not on this machine',
        },
      ]
    const room = await new OpenRoom(folder).setUp()
    const rows: Row[] = []
    const schemas = exchangeSchemas()
    const valid = (kind: 'printer' | 'preset', data: unknown): { ok: boolean; says: string } => {
      const [schema, file] = [join(folder, `${kind}.schema.json`), join(folder, `${kind}.json`)]
      writeFileSync(schema, JSON.stringify(schemas[kind]))
      writeFileSync(file, JSON.stringify(data))
      const done = tool('/usr/bin/python3', ['-c', VALIDATE, schema, file])
      return { ok: done.status === 0, says: done.out.trim() || done.err.slice(-300) }
    }
    const check = (what: string, kind: 'printer' | 'preset', data: unknown, expected: boolean): void => {
      const v = valid(kind, data)
      rows.push({ part: 'exchange', what, ok: v.ok === expected, says: `${expected ? 'valid' : 'refused'}: ${v.says}` })
    }
    const printerId = room.one<string>('select id from printers')
    const printer = printerFile(room.db, printerId)
    check('a printer', 'printer', printer, true)
    check('a printer without its queues', 'printer', { ...printer, queues: [] }, false)
    for (const demo of DEMO_PRINTERS) {
      const ids = demo.feeds.map((_, i) => `feed-${i}`)
      const file = {
        ...{ libreta: 'printer', version: EXCHANGE_VERSION, nickname: demo.nickname, makeModel: demo.makeModel },
        feeds: demo.feeds.map((f, i) => ({ ...f, id: ids[i] })),
        queues: demo.queues.map((q) => ({ name: q.name, language: q.language, facts: q.facts(ids) })),
      }
      check(`the demo’s ${demo.nickname}`, 'printer', file, true)
    }
    const preset = presetFile(room.db, room.one<string>('select id from preset_versions'))
    check('a preset', 'preset', preset, true)
    check('a preset with a seal of letters', 'preset', { ...preset, sealHash: 'x' }, false)
    const back = await room.act(ACTIONS['printer.import'], { text: JSON.stringify(printer) })
    rows.push({
      part: 'exchange',
      what: 'a printer that comes back',
      ok: back.ok,
      says: back.ok ? 'taken' : JSON.stringify(back.problem),
    })
    return rows
  },
}
