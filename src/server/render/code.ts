import QRCode from 'qrcode'
import type { PageItem } from '@/core/page/page'
import { rect } from '@/core/sheet/sheet'

/** A square of dark and light modules, row by row. */
export type Modules = { readonly size: number; readonly dark: (row: number, column: number) => boolean }

/** An address as a QR code (ISO/IEC 18004), error correction M. */
export function codeOf(address: string): Modules {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' })
  return { size: modules.size, dark: (row, column) => modules.get(row, column) === 1 }
}

/** The code's dark modules, merged along each row. */
export function codeItems(
  code: Modules,
  at: { readonly x: number; readonly y: number },
  size: number,
): readonly PageItem[] {
  const side = size / code.size
  const items: PageItem[] = []
  for (let row = 0; row < code.size; row++) {
    for (let from = 0; from < code.size; from++) {
      if (!code.dark(row, from)) continue
      let to = from
      while (to + 1 < code.size && code.dark(row, to + 1)) to++
      const box = rect(at.x + from * side, at.y + row * side, (to - from + 1) * side, side)
      items.push({ kind: 'mark', rect: box })
      from = to
    }
  }
  return items
}
