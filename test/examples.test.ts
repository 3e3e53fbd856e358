import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { parse } from '@babel/parser'
import { describe, expect, it } from 'vitest'
import { um as toUm } from '@/core/length/length'

// Every `@example EXPRESSION // VALUE` of core is run: what a contract shows is what happens.
const ROOT = join(import.meta.dirname, '..')

function* sources(folder: string): Generator<string> {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) yield* sources(path)
    else if (/\.ts$/.test(name) && !/\.test\.ts$/.test(name)) yield path
  }
}

type Example = { readonly file: string; readonly says: string; readonly is: string }

const examples: readonly Example[] = [...sources(join(ROOT, 'src/core'))].flatMap((path) =>
  [...readFileSync(path, 'utf8').matchAll(/@example (.+?) \/\/ (.+?)\s*(?:\*\/)?$/gm)].map((m) => ({
    ...{ file: relative(ROOT, path), says: m[1] ?? '', is: m[2] ?? '' },
  })),
)

/** What every example may use beside its own file. */
async function common(): Promise<Record<string, unknown>> {
  const [length, sheet, money, placing, outcome, stance, slip, more] = await Promise.all([
    import('@/core/length/length'),
    import('@/core/sheet/sheet'),
    import('@/core/money/money'),
    import('@/core/placing/placing'),
    import('@/core/slip/outcome'),
    import('@/core/slip/stance'),
    import('./slip-facts'),
    import('./example-facts'),
  ])
  return { ...slip, ...more, ...outcome, ...stance, ...length, ...sheet, ...money, ...placing, um: toUm }
}

const run = (text: string, names: Record<string, unknown>): unknown =>
  new Function(...Object.keys(names), `return (${text})`)(...Object.values(names))

/** Numbers as exact as they are written, everything else as it is. */
function close(is: unknown, written: unknown, text: string): void {
  if (typeof written !== 'number' || Number.isInteger(written)) return expect(is).toEqual(written)
  const digits = /\.(\d+)/.exec(text)?.[1]?.length ?? 0
  expect(Math.abs(Number(is) - written)).toBeLessThanOrEqual(0.5 * 10 ** -digits + 1e-12)
}

/** Functions that core exports, and whether their contract shows an example. */
function publicFunctions(): readonly { readonly name: string; readonly shown: boolean }[] {
  return [...sources(join(ROOT, 'src/core'))].flatMap((path) => {
    const { program } = parse(readFileSync(path, 'utf8'), { sourceType: 'module', plugins: ['typescript'] })
    return program.body.flatMap((node) => {
      if (node.type !== 'ExportNamedDeclaration') return []
      const shown = node.leadingComments?.at(-1)?.value.includes('@example') ?? false
      const { declaration } = node
      const named = (name: string | undefined) => ({ name: `${relative(ROOT, path)} ${name}`, shown })
      if (declaration?.type === 'FunctionDeclaration') return [named(declaration.id?.name)]
      if (declaration?.type !== 'VariableDeclaration') return []
      return declaration.declarations.flatMap((d) =>
        d.init?.type === 'ArrowFunctionExpression' && d.id.type === 'Identifier' ? [named(d.id.name)] : [],
      )
    })
  })
}

describe('the examples of core', () => {
  it('are there, and none is written in a way that is not run', () => {
    const all = [...sources(join(ROOT, 'src/core'))].flatMap((p) => readFileSync(p, 'utf8').match(/@example/g) ?? [])
    expect(examples.length).toBe(all.length)
    expect(examples.length).toBeGreaterThan(60)
  })
  it('every public function has one', () => {
    expect(publicFunctions().length).toBeGreaterThan(150)
    expect(publicFunctions().filter((f) => !f.shown)).toEqual([])
  })
  it.each(examples)('$file: $says', async ({ file, says, is }) => {
    const own = (await import(join(ROOT, file))) as Record<string, unknown>
    const names = { ...(await common()), ...own }
    close(run(says, names), run(is, names), is)
  })
})
