import { cleanup } from '@testing-library/react'
import { afterEach, vi } from 'vitest'

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

afterEach(cleanup)
Object.defineProperty(document, 'fonts', { value: { addEventListener() {}, removeEventListener() {} } })
