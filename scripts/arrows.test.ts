import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { folder } from '../test/room'
import { violations } from './arrows.mjs'

function plant(files: Record<string, string>): string {
  const root = folder()
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(root, name)), { recursive: true })
    writeFileSync(join(root, name), text)
  }
  return root
}

describe('the import rule', () => {
  it('finds a planted violation of every kind', () => {
    const root = plant({
      'src/core/a.ts': "import { x } from '@/server/db/open'\nimport type { T } from 'react'\n",
      'src/features/slip/b.ts': "import { y } from '../bench/c'\n",
      'src/features/bench/c.ts': "export const y = 1\nexport { z } from '@/server/x'\n",
      'src/ui/d.ts': "const late = await import('@/features/slip/b')\n",
      'standins/e.ts': "import {\n  a,\n  b,\n} from '../src/core/a'\n",
    })
    expect(violations(root)).toEqual([
      'src/core/a.ts imports @/server/db/open: src/core must not import src/server',
      'src/core/a.ts imports react, which src/core must not use',
      'src/ui/d.ts imports @/features/slip/b: src/ui must not import src/features',
      'src/features/bench/c.ts imports @/server/x: src/features must not import src/server',
      'src/features/slip/b.ts imports ../bench/c: features never import each other',
      'standins/e.ts imports ../src/core/a: standins must not import src/core',
    ])
  })
  it('lets through what the arrows name', () => {
    const root = plant({
      'src/core/a.ts': "import { b } from './b'\n",
      'src/core/b.ts': 'export const b = 1\n',
      'src/features/slip/c.ts': "import { a } from '@/core/a'\nimport d from './d'\n",
    })
    expect(violations(root)).toEqual([])
  })
  it('finds an import that climbs inside a room, and a folder that is no floor', () => {
    const root = plant({
      'src/server/db/a.ts': "import type { B } from '@/server/stores/b'\n",
      'src/server/stores/b.ts': 'export type B = 1\n',
      'src/server/attic/c.ts': "import { b } from '@/server/stores/b'\n",
      'src/core/slip/d.ts': "import { e } from '@/core/length/e'\n",
      'src/core/length/e.ts': "export type { D } from '../slip/d'\n",
    })
    expect(violations(root)).toEqual([
      'src/server/attic/c.ts: src/server has no floor called attic',
      'src/server/db/a.ts imports stores/b.ts: db lies below stores',
      'src/core/length/e.ts imports slip/d.ts: length lies below slip',
      'a circle: src/core/length/e.ts -> src/core/slip/d.ts -> src/core/length/e.ts',
    ])
  })
  it('finds a circle of types alone', () => {
    const root = plant({
      'src/ui/a.tsx': "import type { B } from './b'\n",
      'src/ui/b.ts': "import type { A } from './a'\n",
    })
    expect(violations(root)).toEqual(['a circle: src/ui/a.tsx -> src/ui/b.ts -> src/ui/a.tsx'])
  })
})
