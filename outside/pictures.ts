import { createReadStream, existsSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { sayProblem } from '@/core/words/problems'
import { addPicture } from '@/server/actions/pictures'
import { receive } from '@/server/files/files'
import { openConverter } from '@/server/imaging/convert'
import { RawFile } from '@/server/render/raw-file'
import { readPicture } from '@/server/stores/slips'
import { OpenRoom } from '../test/open-room'
import { type Part, type Row, tool } from './tools'

/** What should become of a file: taken with this colour in its middle, or refused in these words. */
type Odd = {
  readonly name: string
  /** made by this command line; $ppm, $pgm and $pgm16 are the sources */
  readonly make: string
  readonly says?: RegExp
  /** the colour asked of an independent engine instead of the plain one: the file's profile */
  readonly profile?: string
  /** what the source was: colour or grey */
  readonly of?: 'ppm' | 'pgm' | 'pgm16'
  readonly size?: readonly [number, number]
  readonly tolerance?: number
}

const COLOUR = [180, 90, 40] as const
const GREY = 120
const [W, H] = [320, 240]

const C = 'convert-im6.q16'
const ICC = '/usr/share/color/icc'
const GS = `${ICC}/ghostscript`

/** JPEG by the reference encoder of libjpeg-turbo, TIFF by libtiff's tools, PNG by netpbm, and all of it by a picture suite. */
const ODD: readonly Odd[] = [
  ...['1x1', '2x1', '1x2', '2x2', '4x1', '4x2'].map((s) => ({
    name: `jpeg sampled ${s}`,
    make: `cjpeg -quality 98 -sample ${s} -outfile $out.jpg $ppm`,
  })),
  { name: 'jpeg progressive', make: 'cjpeg -quality 98 -progressive -outfile $out.jpg $ppm' },
  { name: 'jpeg arithmetic', make: 'cjpeg -quality 98 -arithmetic -outfile $out.jpg $ppm' },
  { name: 'jpeg arithmetic, progressive', make: 'cjpeg -quality 98 -arithmetic -progressive -outfile $out.jpg $ppm' },
  { name: 'jpeg of grey', make: 'cjpeg -quality 98 -outfile $out.jpg $pgm', of: 'pgm' },
  { name: 'jpeg of grey, from colour', make: 'cjpeg -quality 98 -grayscale -outfile $out.jpg $pgm', of: 'pgm' },
  { name: 'jpeg in RGB', make: 'cjpeg -quality 98 -rgb -outfile $out.jpg $ppm' },
  { name: 'jpeg with restarts', make: 'cjpeg -quality 98 -restart 1 -outfile $out.jpg $ppm' },
  { name: 'jpeg, slow transform', make: 'cjpeg -quality 98 -dct int -outfile $out.jpg $ppm' },
  { name: 'jpeg, fast transform', make: 'cjpeg -quality 98 -dct fast -outfile $out.jpg $ppm' },
  { name: 'jpeg, smoothed', make: 'cjpeg -quality 98 -smooth 30 -outfile $out.jpg $ppm' },
  { name: 'jpeg, quality 30', make: 'cjpeg -quality 30 -outfile $out.jpg $ppm', tolerance: 12 },
  { name: 'jpeg, baseline tables', make: 'cjpeg -quality 5 -baseline -outfile $out.jpg $ppm', tolerance: 30 },
  {
    name: 'jpeg turned by a tool',
    make: 'cjpeg -quality 98 -outfile $out.t.jpg $ppm && jpegtran -rotate 90 -outfile $out.jpg $out.t.jpg',
    size: [H, W],
  },
  {
    name: 'jpeg made progressive by a tool',
    make: 'cjpeg -quality 98 -outfile $out.t.jpg $ppm && jpegtran -progressive -outfile $out.jpg $out.t.jpg',
  },
  { name: 'jpeg in four inks', make: `${C} $ppm -colorspace CMYK $out.jpg`, says: /separated into cyan/ },
  {
    name: 'jpeg cut in half',
    make: 'cjpeg -quality 98 -outfile $out.t.jpg $noise && head -c 4000 $out.t.jpg > $out.jpg',
    says: /cannot be read to its end/,
  },
  {
    name: 'jpeg with a comment',
    make: 'cjpeg -quality 98 -outfile $out.t.jpg $ppm && wrjpgcom -comment fern $out.t.jpg > $out.jpg',
  },
  ...[1, 2, 3, 4, 5, 6, 7, 8].map((o) => ({
    name: `jpeg of orientation ${o}`,
    make: `${C} $ppm -quality 98 -orient ${['', 'top-left', 'top-right', 'bottom-right', 'bottom-left', 'left-top', 'right-top', 'right-bottom', 'left-bottom'][o]} $out.tif && ${C} $out.tif -quality 98 $out.jpg`,
  })),
  { name: 'png', make: 'pnmtopng $ppm > $out.png' },
  { name: 'png interlaced', make: 'pnmtopng -interlace $ppm > $out.png' },
  { name: 'png of grey', make: 'pnmtopng $pgm > $out.png', of: 'pgm' },
  { name: 'png of grey, 16 bit', make: 'pnmtopng $pgm16 > $out.png', of: 'pgm16' },
  { name: 'png with a palette', make: `${C} $ppm -type Palette PNG8:$out.png` },
  { name: 'png with one transparent colour', make: 'pnmtopng -transparent =white $ppm > $out.png' },
  { name: 'png with alpha', make: `${C} $ppm -alpha set PNG32:$out.png` },
  { name: 'png 16 bit with alpha', make: `${C} $ppm -alpha set PNG64:$out.png` },
  { name: 'png of 1 bit', make: `${C} $pgm -threshold 20% -monochrome PNG:$out.png`, of: 'pgm', tolerance: 255 },
  { name: 'png with a linear gamma', make: 'pnmtopng -gamma 1.0 $ppm > $out.png' },
  {
    name: 'png cut in half',
    make: 'pnmtopng $noise > $out.t.png && head -c 1500 $out.t.png > $out.png',
    says: /cannot be read to its end/,
  },
  ...['none', 'lzw', 'zip', 'packbits', 'lzw:2', 'zip:2', 'jpeg'].map((c) => ({
    name: `tiff packed as ${c}`,
    make: `${C} $ppm -compress none $out.t.tif && tiffcp -r 16 -c ${c} $out.t.tif $out.tif`,
    tolerance: 6,
  })),
  { name: 'tiff in tiles', make: `${C} $ppm -compress none $out.t.tif && tiffcp -t -w 64 -l 64 $out.t.tif $out.tif` },
  {
    name: 'tiff in separate planes',
    make: `${C} $ppm -compress none $out.t.tif && tiffcp -p separate $out.t.tif $out.tif`,
  },
  { name: 'tiff, big-endian', make: `${C} $ppm -compress none $out.t.tif && tiffcp -B $out.t.tif $out.tif` },
  { name: 'tiff of 64 bits', make: `${C} $ppm -compress none $out.t.tif && tiffcp -8 $out.t.tif $out.tif` },
  { name: 'tiff in short strips', make: `${C} $ppm -compress none $out.t.tif && tiffcp -r 3 $out.t.tif $out.tif` },
  { name: 'tiff in one strip', make: `${C} $ppm -compress none $out.t.tif && tiffcp -r 100000 $out.t.tif $out.tif` },
  { name: 'tiff of 16 bit', make: `${C} $ppm -depth 16 -compress none $out.tif` },
  { name: 'tiff of grey, 16 bit', make: `${C} $pgm16 -compress none $out.tif`, of: 'pgm16' },
  {
    name: 'tiff with white as nothing',
    make: 'pnmtotiff -miniswhite $pgm > $out.tif',
    of: 'pgm',
  },
  {
    name: 'tiff in floating point',
    make: `/usr/bin/python3 -c "from PIL import Image; Image.new('F', (320, 240), 0.5).save('$out.tif')"`,
    says: /floating point/,
  },
  { name: 'tiff in 32 bits', make: `${C} $ppm -depth 32 $out.tif`, says: /32 bits|floating/ },
  { name: 'tiff in Lab', make: `${C} $ppm -colorspace Lab $out.tif`, says: /a TIFF in Lab/ },
  { name: 'tiff in four inks', make: `${C} $ppm -colorspace CMYK $out.tif`, says: /separated into cyan/ },
  { name: 'tiff of a fax', make: `${C} $pgm -threshold 20% -compress Group4 $out.tif`, of: 'pgm', tolerance: 255 },
  {
    name: 'tiff with a small copy first',
    make: `${C} $ppm -resize 60x60 $out.s.tif && ${C} $ppm -compress none $out.l.tif && tiffcp $out.s.tif $out.l.tif $out.tif`,
  },
  { name: 'tiff of two pages', make: `${C} $ppm -compress none $out.l.tif && tiffcp $out.l.tif $out.l.tif $out.tif` },
  {
    name: 'tiff cut short',
    make: `${C} $noise -compress none $out.t.tif && head -c 90000 $out.t.tif > $out.tif`,
    says: /cannot be read to its end/,
  },
  {
    name: 'tiff packed as WebP',
    make: `${C} $ppm -compress none $out.t.tif && tiffcp -c webp $out.t.tif $out.tif`,
    says: /packed as WebP|cannot be read/,
  },
  {
    name: 'tiff packed as Zstandard',
    make: `${C} $ppm -compress none $out.t.tif && tiffcp -c zstd $out.t.tif $out.tif`,
    says: /packed as Zstandard/,
  },
  {
    name: 'tiff packed as LZMA',
    make: `${C} $ppm -compress none $out.t.tif && tiffcp -c lzma $out.t.tif $out.tif`,
    says: /packed as LZMA/,
  },
  {
    name: 'jpeg with a wide profile',
    make: `${C} $ppm -quality 98 -sampling-factor 1x1 +profile icm -profile ${GS}/a98.icc $out.jpg`,
    profile: `${GS}/a98.icc`,
  },
  {
    name: 'png with a wide profile',
    make: `${C} $ppm -profile ${GS}/rommrgb.icc $out.png`,
    profile: `${GS}/rommrgb.icc`,
  },
  {
    name: 'tiff with a wide profile',
    make: `${C} $ppm -profile ${ICC}/compatibleWithAdobeRGB1998.icc -compress none $out.tif`,
    profile: `${ICC}/compatibleWithAdobeRGB1998.icc`,
  },
  {
    name: 'jpeg with sRGB',
    make: `${C} $ppm -quality 98 -sampling-factor 1x1 -profile ${ICC}/sRGB.icc $out.jpg`,
    profile: `${ICC}/sRGB.icc`,
  },
  {
    name: 'jpeg of grey with a profile',
    make: `${C} $pgm -quality 98 -profile ${ICC}/Gray-CIE_L.icc $out.jpg`,
    profile: `${ICC}/Gray-CIE_L.icc`,
    of: 'pgm',
  },
  {
    name: 'png of grey with a profile',
    make: `${C} $pgm -profile ${GS}/sgray.icc $out.png`,
    profile: `${GS}/sgray.icc`,
    of: 'pgm',
  },
  { name: 'a GIF called JPEG', make: `${C} $ppm GIF:$out.jpg`, says: /is really a GIF/ },
  { name: 'a WebP called PNG', make: `${C} $ppm WEBP:$out.png`, says: /is really a WebP/ },
  { name: 'a PDF called TIFF', make: 'printf "%%PDF-1.4 x" > $out.tif', says: /is really a PDF/ },
]

/** A file's ending by what its name says that it is, or is called. */
const endingOf = (name: string): string =>
  /^tiff|TIFF$/.test(name) ? '.tif' : /^png|PNG$/.test(name) ? '.png' : '.jpg'

/** The middle's colour in sRGB as our printing makes it: numbers as stored, through the file's profile. */
async function ours(room: OpenRoom, id: string): Promise<readonly number[]> {
  const picture = readPicture(room.db, id)
  if (!picture) throw new Error('no picture')
  const path = join(room.folder, 'files', picture.sha.slice(0, 2), picture.sha)
  const raw = await RawFile.open({
    path,
    page: picture.page,
    grey: picture.grey,
    bits: picture.bits,
    tagged: picture.profile !== null,
  })
  try {
    const pixel = new Uint8Array(raw.channels * raw.bytes)
    const [x, y] = [raw.width >> 1, raw.height >> 1]
    raw.row(y, x, x + 1, pixel, 0)
    const data = raw.bytes === 2 ? new Uint16Array(pixel.buffer) : pixel
    if (!raw.icc) return [...data].map((v) => (raw.bytes === 2 ? v / 257 : v))
    const opened = await openConverter({
      source: raw.icc,
      target: null,
      intent: 'relative',
      blackPoint: false,
      bytes: raw.bytes,
      channels: raw.channels,
    })
    if (!opened.ok) throw new Error(`conversion: ${opened.problem.broken}`)
    const out = opened.value.run(data)
    opened.value.close()
    return [...out].map((v) => (raw.bytes === 2 ? v / 257 : v))
  } finally {
    raw.close()
  }
}

/** The same by another colour engine's own program. */
function theirs(profile: string, numbers: readonly number[]): readonly number[] {
  const said = tool(
    'transicc',
    [`-i${profile}`, '-o*sRGB', '-t1', '-n', '-s'],
    20,
    Buffer.from(`${numbers.join('\n')}\n`),
  )
  return said.out.trim().split(/\s+/).map(Number).slice(-3)
}

/** Odd pictures from public encoders, made at run time: taken with the right colour, or refused in true words. */
export const pictures: Part = {
  name: 'pictures',
  needs: [
    ['cjpeg', 'libjpeg-turbo-progs'],
    ['pnmtopng', 'netpbm'],
    ['tiffcp', 'libtiff-tools'],
    [C, 'imagemagick'],
    ['transicc', 'liblcms2-utils'],
    ['/usr/bin/python3', 'python3-pil'],
  ],
  async run(share, folder) {
    const source = {
      ppm: join(folder, 's.ppm'),
      pgm: join(folder, 's.pgm'),
      pgm16: join(folder, 's16.pgm'),
      noise: join(folder, 'noise.ppm'),
    }
    writeFileSync(
      source.ppm,
      Buffer.concat([Buffer.from(`P6 ${W} ${H} 255\n`), Buffer.alloc(W * H * 3, Buffer.from(COLOUR))]),
    )
    writeFileSync(source.pgm, Buffer.concat([Buffer.from(`P5 ${W} ${H} 255\n`), Buffer.alloc(W * H, GREY)]))
    writeFileSync(
      source.pgm16,
      Buffer.concat([Buffer.from(`P5 ${W} ${H} 65535\n`), Buffer.alloc(W * H * 2, Buffer.from([GREY, GREY]))]),
    )
    writeFileSync(
      source.noise,
      Buffer.concat([
        Buffer.from(`P6 ${W} ${H} 255\n`),
        Buffer.from(Array.from({ length: W * H * 3 }, (_, i) => (i * 7919 + ((i * i) >> 3)) & 255)),
      ]),
    )
    const room = await new OpenRoom(join(folder, 'room')).setUp()
    const rows: Row[] = []
    const list = share ? ODD.filter((_, i) => i % 3 === 0) : ODD
    let right = 0
    for (const [i, odd] of list.entries()) {
      const out = join(folder, `p${i}`)
      const line = odd.make
        .replaceAll('$out', out)
        .replaceAll('$ppm', source.ppm)
        .replaceAll('$pgm16', source.pgm16)
        .replaceAll('$pgm', source.pgm)
        .replaceAll('$noise', source.noise)
      const made = tool('sh', ['-c', line], 30)
      const path = `${out}${endingOf(odd.name)}`
      if (made.status !== 0 || !existsSync(path)) {
        rows.push({
          part: 'pictures',
          what: odd.name,
          ok: false,
          says: made.err.slice(0, 200),
          notOurs: 'the encoder did not make it',
        })
        continue
      }
      const received = await receive(room.folder, createReadStream(path), statSync(path).size)
      const taken = await room.act(addPicture, { name: path.split('/').at(-1) ?? '', received })
      const fail = (says: string): void => void rows.push({ part: 'pictures', what: odd.name, ok: false, says })
      if (!taken.ok) {
        const said = sayProblem(taken.problem)
        if (odd.says?.test(said)) right += 1
        else fail(said)
        continue
      }
      if (odd.says) {
        fail('it was taken')
        continue
      }
      const picture = readPicture(room.db, taken.value.id)
      const [w, h] = odd.size ?? [W, H]
      const turned = picture && picture.orientation >= 5
      if (!picture || picture.width !== (turned ? h : w) || picture.height !== (turned ? w : h)) {
        fail(`${picture?.width} x ${picture?.height}`)
        continue
      }
      const plain = odd.of ? [GREY, GREY, GREY] : [...COLOUR]
      const wanted = odd.profile ? theirs(odd.profile, odd.of ? [GREY] : COLOUR) : plain
      const got = await ours(room, taken.value.id)
      const three = got.length === 1 ? [got[0], got[0], got[0]] : got
      const off = Math.max(...wanted.map((v, k) => Math.abs(v - (three[k] ?? 0))))
      const shown = await sharp(
        readFileSync(join(room.folder, 'files', picture.thumbSha.slice(0, 2), picture.thumbSha)),
      )
        .resize(1, 1)
        .raw()
        .toBuffer()
      const seen = Math.max(...wanted.map((v, k) => Math.abs(v - (shown[k] ?? shown[0] ?? 0))))
      const limit = odd.tolerance ?? 4
      if (off <= limit && seen <= limit + 6) right += 1
      else
        fail(
          `printed ${three.map((v) => Math.round(v ?? 0))}, shown ${[...shown].slice(0, 3)}, should be ${wanted.map(Math.round)}`,
        )
    }
    rows.unshift({
      part: 'pictures',
      what: 'taken with their colour, or refused in true words',
      ok: right > list.length * 0.8,
      says: `${right} of ${list.length}`,
    })
    return rows
  },
}
