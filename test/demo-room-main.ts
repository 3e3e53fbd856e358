import { demoRoom } from './demo-room'

// fills the demo room that tests copy, before two of them want it at once
await demoRoom()
