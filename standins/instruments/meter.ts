import sharp from 'sharp'
import { chanceOf } from './chance'
import { fromLab, LIGHT, toLab, toXyz } from './light'

/** Where the meter is put down: a name and a place on the sheet, mm. */
export type Place = { readonly id: string; readonly x: number; readonly y: number }

/** What it looks through, mm across. */
const APERTURE = 4.5
/** How far one reading is off by chance, in L*, a* and b*. */
const OFF = { l: 0.05, ab: 0.07 }

/** A reading at each place: Lab under D50, by the mean of the light that comes back through the aperture. */
export async function measure(
  file: string,
  ppi: number,
  places: readonly Place[],
  seed: number,
): Promise<readonly { readonly id: string; readonly lab: readonly [number, number, number] }[]> {
  const { data, info } = await sharp(file, { limitInputPixels: false })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { normal } = chanceOf(seed ^ 0x3e7e4)
  const px = ppi / 25.4
  const r = (APERTURE / 2) * px
  return places.map(({ id, x, y }) => {
    const [cx, cy] = [x * px, y * px]
    const sum = [0, 0, 0]
    let n = 0
    for (let v = Math.max(0, Math.floor(cy - r)); v < Math.min(info.height, cy + r); v++)
      for (let u = Math.max(0, Math.floor(cx - r)); u < Math.min(info.width, cx + r); u++) {
        if (Math.hypot(u + 0.5 - cx, v + 0.5 - cy) > r) continue
        n += 1
        for (let c = 0; c < 3; c++)
          sum[c] = (sum[c] as number) + (LIGHT[data[(v * info.width + u) * 3 + c] as number] as number)
      }
    // beside the sheet it sees the table
    const light = sum.map((s) => (n === 0 ? 0.05 : s / n)) as [number, number, number]
    const [l, a, b] = toLab(toXyz(light))
    return { id, lab: [l + OFF.l * normal(), a + OFF.ab * normal(), b + OFF.ab * normal()] as const }
  })
}

/** Its file: CGATS.17 text, one set of data a place. */
export function cgatsFile(
  readings: Awaited<ReturnType<typeof measure>>,
  { xyz, made }: { readonly xyz: boolean; readonly made: string },
): string {
  const number = (v: number): string => v.toFixed(xyz ? 4 : 2)
  const rows = readings.map(({ id, lab }) => {
    const values = xyz ? fromLab(lab).map((v) => v * 100) : lab
    return `${id}\t${values.map(number).join('\t')}`
  })
  return [
    'CGATS.17',
    'ORIGINATOR\t"simulated meter"',
    `CREATED\t"${made}"`,
    'INSTRUMENTATION\t"simulated meter, aperture 4.5 mm"',
    'MEASUREMENT_SOURCE\t"Illumination=D50  ObserverAngle=2  WhiteBase=Abs"',
    'NUMBER_OF_FIELDS\t4',
    'BEGIN_DATA_FORMAT',
    `SAMPLE_ID\t${xyz ? 'XYZ_X\tXYZ_Y\tXYZ_Z' : 'LAB_L\tLAB_A\tLAB_B'}`,
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${rows.length}`,
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
    '',
  ].join('\r\n')
}
