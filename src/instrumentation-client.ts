import { config } from 'zod/v4/core'

// The room's pages run no text as code (content security policy). Zod compiles its schemas when it finds that it may, and
// finds wrongly while the browser's own tools look on; then the first form that is sent fails, and says nothing.
config({ jitless: true })
