import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { configDefaults, defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'
import slow from './test/slow.json' with { type: 'json' }

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) }
const project = (name: string, environment: 'node' | 'happy-dom', include: string[], extra = {}) => ({
  resolve: { alias },
  test: { name, environment, include, ...extra },
})

/** Files that take longest, by the lines that npm test prints at its end. */
const LONGEST = [
  'src/server/actions/everything.test.ts',
  'test/measured.test.ts',
  'test/rooms.test.ts',
  'test/faults.test.ts',
  'test/tone.test.ts',
  'src/server/printing/follow.test.ts',
]

/** Files of the browser share one room and meet it as the ones before left it: in the order of their names anywhere. */
class BrowserByName extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const inBrowser = (file: TestSpecification): boolean => file.project.name === 'browser'
    const others = await super.sort(files.filter((file) => !inBrowser(file)))
    // the longest first: none of them is left alone on one core at the end
    const long = (file: TestSpecification): number => LONGEST.findIndex((name) => file.moduleId.endsWith(name))
    others.sort((a, b) => (long(a) < 0 ? LONGEST.length : long(a)) - (long(b) < 0 ? LONGEST.length : long(b)))
    return [...others, ...files.filter(inBrowser).toSorted((a, b) => (a.moduleId < b.moduleId ? -1 : 1))]
  }
}

export default defineConfig({
  test: {
    // the runner itself only waits: by default it would keep a core for itself
    maxWorkers: availableParallelism(),
    sequence: { sequencer: BrowserByName },
    projects: [
      project('core', 'node', ['src/core/**/*.test.ts', 'src/formats/**/*.test.ts'], {
        testTimeout: process.env.LIBRETA_FULL ? 1_800_000 : 300_000,
        // pure functions: no file leaves anything behind that another could meet
        isolate: false,
      }),
      project(
        'server',
        'node',
        [
          'src/server/**/*.test.ts',
          'src/workers/**/*.test.ts',
          'src/contract/**/*.test.ts',
          'background/**/*.test.ts',
          'standins/**/*.test.ts',
          'demo/**/*.test.ts',
          'scripts/**/*.test.ts',
          'test/**/*.test.ts',
        ],
        { testTimeout: 300_000, exclude: [...configDefaults.exclude, ...slow], isolate: false },
      ),
      // paper comes out of simulated printers, pages are rendered: the fast tests are those above
      project('measuring', 'node', slow, { testTimeout: 600_000 }),
      project('browser', 'node', ['e2e/**/*.test.ts'], {
        globalSetup: ['e2e/setup.ts'],
        // for what hangs: a busy machine takes minutes for a large sheet
        testTimeout: 900_000,
        hookTimeout: 300_000,
        fileParallelism: false,
        maxWorkers: 1,
      }),
      project('interface', 'happy-dom', ['src/ui/**/*.test.tsx', 'src/features/**/*.test.tsx'], {
        setupFiles: ['test/interface-setup.ts'],
        // every file puts back what it changed: test/interface-setup.ts
        isolate: false,
        // not Intl: formatters are kept, and a faked one takes the time 0 for none
        fakeTimers: { toFake: ['Date', 'setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] },
        // longer than anything in it waits: a busy machine finds a button late
        testTimeout: 300_000,
      }),
    ],
  },
})
