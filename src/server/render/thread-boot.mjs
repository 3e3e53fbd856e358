// A thread does not inherit the loader of the process that starts it: it takes its own.
import { register } from 'tsx/esm/api'

register()
await import(new URL('./thread-worker.ts', import.meta.url).href)
