import { fileURLToPath } from 'node:url'
import { configDefaults, defineConfig } from 'vitest/config'
import slow from './test/slow.json' with { type: 'json' }

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) }
const project = (name: string, environment: 'node' | 'happy-dom', include: string[], extra = {}) => ({
  resolve: { alias },
  test: { name, environment, include, ...extra },
})

export default defineConfig({
  test: {
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
          'src/contract/**/*.test.ts',
          'background/**/*.test.ts',
          'standins/**/*.test.ts',
          'demo/**/*.test.ts',
          'scripts/**/*.test.ts',
          'test/**/*.test.ts',
        ],
        { testTimeout: 60_000, exclude: [...configDefaults.exclude, ...slow], isolate: false },
      ),
      // paper comes out of simulated printers, pages are rendered: the fast tests are those above
      project('measuring', 'node', slow, { testTimeout: 60_000 }),
      project('browser', 'node', ['e2e/**/*.test.ts'], {
        globalSetup: ['e2e/setup.ts'],
        testTimeout: 90_000,
        hookTimeout: 90_000,
        fileParallelism: false,
        maxWorkers: 1,
      }),
      project('interface', 'happy-dom', ['src/ui/**/*.test.tsx', 'src/features/**/*.test.tsx'], {
        setupFiles: ['test/interface-setup.ts'],
      }),
    ],
  },
})
