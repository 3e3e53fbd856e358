import { cleanup, configure } from '@testing-library/react'
import { afterAll, afterEach, vi } from 'vitest'

// a machine that does other work as well draws late, and no test is about how late
configure({ asyncUtilTimeout: 15_000 })

// what Mantine asks of a browser and happy-dom does not have
vi.stubGlobal(
  'matchMedia',
  vi.fn((query: string) => ({
    matches: false,
    media: query,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
  })),
)
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
)
window.HTMLElement.prototype.scrollIntoView = () => {}

/** Every component of every file is given the same router, so that a test can ask what was done with it. */
const router = vi.hoisted(() => {
  const shared = globalThis as unknown as { router?: Record<'push' | 'refresh' | 'replace', ReturnType<typeof vi.fn>> }
  shared.router ??= { push: vi.fn(), refresh: vi.fn(), replace: vi.fn() }
  return shared.router
})
vi.mock('next/navigation', () => ({
  useRouter: () => router,
  usePathname: () => '/bench',
  useSearchParams: () => new URLSearchParams(),
}))

afterEach(() => {
  cleanup()
  vi.useRealTimers()
  for (const way of Object.values(router)) way.mockClear()
})
// a transition that was under way has its say while there is still a window
afterAll(() => new Promise((resolve) => setTimeout(resolve, 400)))
Object.defineProperty(document, 'fonts', {
  configurable: true,
  value: { addEventListener() {}, removeEventListener() {} },
})
