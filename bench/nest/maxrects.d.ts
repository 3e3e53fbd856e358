declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export { MaxRectsPacker, PACKING_LOGIC, Rectangle } from 'maxrects-packer'
}
