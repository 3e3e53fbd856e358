import { benchDrag, demoData } from './drag'

// the drag alone, while the demo is open
await benchDrag(`http://127.0.0.1:${process.env.PORT ?? 4780}`, process.env.LIBRETA_DATA ?? demoData() ?? '')
