import { writeFileSync } from 'node:fs'
import sharp, { type Sharp } from 'sharp'
import { fern, pressedLeaf } from './draw/fern'
import { estuary, kiteSail, tideCurve } from './draw/plans'
import { clouds, moonStrip } from './draw/sky'
import { matrixProfile, WIDE } from './icc'
import { seeded } from './random'

/** A picture of the demo room: its file's name and how to draw it into that file. */
export type DemoPicture = { readonly file: string; readonly draw: (path: string) => Promise<unknown> }

const svg = (text: string) => sharp(Buffer.from(text), { unlimited: true }).flatten({ background: '#ffffff' })

const jpeg = (text: string) => svg(text).jpeg({ quality: 90, optimiseCoding: false }).withIccProfile('srgb')

/** A fern in 16-bit grey with the grain of a coated sheet, and no profile. */
async function greyFern(path: string): Promise<unknown> {
  const [w, h] = [4800, 6400]
  const look = { seed: 3, pairs: 27, lean: 0.55, ground: '#14181a', light: '#f1efe8', stain: '#262c2e' }
  const { data } = await svg(fern(w, h, look))
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true })
  const random = seeded(11)
  const out = new Uint16Array(w * h)
  for (let i = 0; i < out.length; i++) out[i] = Math.min(65535, (data[i] ?? 0) * 250 + Math.floor(random() * 1400))
  return sharp(out, { raw: { width: w, height: h, channels: 1 } })
    .toColourspace('grey16')
    .tiff({ compression: 'deflate', predictor: 'horizontal', xres: 300 / 25.4, yres: 300 / 25.4 })
    .toFile(path)
}

/** Clouds beyond 60 megapixels: drawn small in 16 bits, enlarged, with fine grain. */
async function largeClouds(path: string): Promise<unknown> {
  const [w, h] = [1200, 800]
  return sharp(clouds(w, h, 20), { raw: { width: w, height: h, channels: 3 } })
    .resize(9600, 6400, { kernel: 'cubic' })
    .toColourspace('srgb')
    .jpeg({ quality: 88, optimiseCoding: false })
    .withIccProfile('srgb')
    .toFile(path)
}

const deepSky = (path: string): Promise<unknown> =>
  sharp(clouds(3000, 2000, 61), { raw: { width: 3000, height: 2000, channels: 3 } })
    .toColourspace('rgb16')
    .tiff({ compression: 'deflate', predictor: 'horizontal', xres: 300 / 25.4, yres: 300 / 25.4 })
    .withIccProfile('srgb')
    .toFile(path)

/** The chart in a space wider than sRGB, as a scanner would hand it over. */
async function wideEstuary(path: string): Promise<unknown> {
  const profile = `${path}.icc`
  writeFileSync(profile, matrixProfile('Marsh wide RGB', WIDE, 2.2))
  return sized(svg(estuary(4000, 5000)), 254)
    .withIccProfile(profile, { attach: true })
    .png({ compressionLevel: 6 })
    .toFile(path)
}

/** A file that states its size: 254 to the inch are ten pixels to the millimetre. */
function sized(picture: Sharp, density: number): Sharp {
  return picture.withMetadata({ density })
}

const blue = { ground: '#0b2a63', light: '#eef3f2', stain: '#174184' }

export const DEMO_PICTURES: readonly DemoPicture[] = [
  { file: 'fern-plate-iii.tif', draw: greyFern },
  {
    file: 'lady-fern-cyanotype.jpg',
    draw: (p) => jpeg(fern(3900, 5200, { seed: 8, pairs: 24, lean: 0.35, ...blue })).toFile(p),
  },
  {
    // stored lying with orientation 6: to be seen upright it is turned clockwise
    file: 'harts-tongue.jpg',
    draw: async (p) => {
      const upright = await svg(
        fern(3000, 4000, { seed: 21, pairs: 18, lean: -0.5, ...blue, stain: '#1d4f8f' }),
      ).toBuffer()
      const stored = await sharp(upright).rotate(270).toBuffer()
      return sharp(stored).withMetadata({ orientation: 6 }).withIccProfile('srgb').jpeg({ quality: 90 }).toFile(p)
    },
  },
  {
    file: 'oak-leaf-41.png',
    draw: (p) =>
      svg(pressedLeaf(3000, 3900, 4))
        .png({ compressionLevel: 6 })
        .toFile(p),
  },
  { file: 'moon-lunation.jpg', draw: (p) => jpeg(moonStrip(12000, 2000, 12)).toFile(p) },
  {
    file: 'tide-table-december.png',
    draw: (p) =>
      sized(svg(tideCurve(4200, 2970)), 254)
        .png({ compressionLevel: 6 })
        .toFile(p),
  },
  {
    file: 'kite-light-wind.png',
    draw: (p) =>
      svg(kiteSail(3600, 4800, ['#c8452d', '#e8b23c', '#2f5d7c']))
        .png({ compressionLevel: 6 })
        .toFile(p),
  },
  {
    file: 'kite-storm.jpg',
    draw: (p) => jpeg(kiteSail(3600, 4800, ['#2b3a4a', '#c8452d', '#efe9dc'])).toFile(p),
  },
  { file: 'cumulus-6-may.jpg', draw: largeClouds },
  { file: 'cirrus-9-may.tif', draw: deepSky },
  { file: 'estuary-soundings.png', draw: wideEstuary },
  {
    file: 'kite-from-phone.jpg',
    draw: (p) => jpeg(kiteSail(600, 800, ['#3e7d4f', '#e8b23c', '#c8452d'])).toFile(p),
  },
]
