import { benchDrag, demoData } from './drag'
import { benchOptions } from './options'
import { benchPieces, benchSlip } from './slip'
import { say } from './spread'

// npm run bench: figures, not tests. The drag needs `npm run demo` to be open in another window.
benchSlip()
benchPieces()
benchOptions()
const address = `http://127.0.0.1:${process.env.PORT ?? 4780}`
const data = process.env.LIBRETA_DATA ?? demoData()
const open = await fetch(`${address}/api/find`).then(
  () => true,
  () => false,
)
if (open && data) await benchDrag(address, data)
else say(`the drag was not measured: open the demo first (npm run demo), it was not found at ${address}`)
