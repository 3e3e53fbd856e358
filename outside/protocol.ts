import { writeFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { Machine } from '../standins/printer/machine'
import { MODELS } from '../standins/printer/models'
import { serve } from '../standins/printer/server'
import { beside, type Part, type Row, tool, until } from './tools'

/** What the simulated printers do not claim to do, by the test's own name: each with its reason. */
const NOT_CLAIMED: readonly (readonly [RegExp, string])[] = [
  [/PWG 5100\.14/, 'the simulated printers claim IPP 2.0 and not Everywhere'],
]

/** Runs a test file; it is no child of this process's event loop, which has to answer it. */
async function ipptool(address: string, file: string, document: string, folder: string): Promise<string> {
  const out = join(folder, `ipptool-${Date.now()}.txt`)
  const running = beside('sh', [
    '-c',
    `timeout 240 ipptool -I -t -f '${document}' '${address}' ${file} > '${out}' 2>&1; echo ended >> '${out}'`,
  ])
  await until(() => tool('tail', ['-n', '1', out]).out.includes('ended'), 250)
  await running.end()
  return tool('cat', [out]).out
}

/** The simulated printers asked by an independent client, with documents of independent writers. */
export const protocol: Part = {
  name: 'protocol',
  needs: [
    ['ipptool', 'cups-ipp-utils'],
    ['gs', 'ghostscript'],
    ['cjpeg', 'libjpeg-turbo-progs'],
  ],
  async run(share, folder) {
    const page = join(folder, 'page.ps')
    writeFileSync(page, '%!PS\n0.4 setgray 40 40 200 300 rectfill showpage\n')
    const raster = join(folder, 'page.pwg')
    const made = tool('gs', [
      '-q',
      '-dNOPAUSE',
      '-dBATCH',
      '-dSAFER',
      '-sDEVICE=pwgraster',
      '-r300',
      '-g1200x1800',
      `-sOutputFile=${raster}`,
      page,
    ])
    if (made.status !== 0) throw new Error(`gs: ${made.err}`)
    writeFileSync(
      join(folder, 'p.ppm'),
      Buffer.concat([Buffer.from('P6 600 900 255\n'), Buffer.alloc(600 * 900 * 3, 120)]),
    )
    const jpeg = join(folder, 'page.jpg')
    tool('cjpeg', ['-outfile', jpeg, join(folder, 'p.ppm')])
    const rows: Row[] = []
    const models = share ? MODELS.slice(0, 1) : MODELS
    for (const model of models) {
      const machine = new Machine(model, {
        seed: 3,
        folder: join(folder, model.id),
        speed: 100_000,
        documentSeconds: 8,
      })
      const server = serve(machine)
      await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
      const { port } = server.address() as AddressInfo
      // the roll printer paints metres of paper for every job: one file is enough
      for (const [file, document] of share || model.id === 'heron'
        ? ([['ipp-1.1.test', jpeg]] as const)
        : ([
            ['ipp-1.1.test', jpeg],
            ['ipp-1.1.test', raster],
            ['ipp-2.0.test', jpeg],
            ['ipp-everywhere.test', raster],
          ] as const)) {
        const said = await ipptool(`ipp://127.0.0.1:${port}${model.queues[0]?.path}`, file, document, folder)
        rows.push(...rowsOf(`${model.id}, ${file}, ${document.split('.').at(-1)}`, said))
      }
      server.closeAllConnections()
      server.close()
    }
    return rows
  },
}

function rowsOf(what: string, said: string): readonly Row[] {
  const lines = said.split('\n')
  const tests = lines.filter((l) => /\[(PASS|FAIL|SKIP)\]/.test(l))
  const failed = lines.flatMap((l, i) => {
    if (!l.includes('[FAIL]')) return []
    const why = lines
      .slice(i + 1, i + 12)
      .filter((x) => !/^\s+(\S+ \(|RECEIVED|status-code)/.test(x) && !/\[(PASS|FAIL|SKIP)\]/.test(x))
    return [
      {
        test: l.replace(/\s*\[FAIL\].*/, '').trim(),
        why: why
          .map((x) => x.trim())
          .filter(Boolean)
          .slice(0, 3)
          .join(' '),
      },
    ]
  })
  const passed = tests.filter((l) => l.includes('[PASS]')).length
  const whole = { part: 'protocol', what, ok: tests.length > 10, says: `${passed} of ${tests.length} passed` }
  return [
    whole,
    ...failed.map(({ test, why }): Row => {
      const claimed = NOT_CLAIMED.find(([name]) => name.test(test))
      return { part: 'protocol', what: `  ${test}`, ok: false, says: why, ...(claimed ? { notOurs: claimed[1] } : {}) }
    }),
  ]
}
