import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { readIcc } from '@/formats/icc/read'
import { outputFault, profileFault } from '@/server/imaging/convert'
import { type Part, type Row, tool } from './tools'

const PLACES = ['/usr/share/color/icc', '/usr/share/ghostscript']

const found = (folder: string): readonly string[] => {
  try {
    return readdirSync(folder).flatMap((name) => {
      const path = join(folder, name)
      return statSync(path).isDirectory() ? found(path) : /\.ic[cm]$/i.test(name) ? [path] : []
    })
  } catch {
    return []
  }
}

/** What an independent reader makes of a profile: space, class, description. */
const READ = `
import sys
from PIL import ImageCms
for path in sys.argv[1:]:
    try:
        p = ImageCms.ImageCmsProfile(path).profile
        print('\\t'.join([path, p.xcolor_space.strip(), p.device_class, (p.profile_description or '').replace('\\n', ' ').strip()]))
    except Exception as e:
        print('\\t'.join([path, 'unreadable', '', str(e)]))
`

/** The profiles of Debian's free sets: read by us as by an independent reader, and used where they can be. */
export const profiles: Part = {
  name: 'profiles',
  needs: [
    ['python3', 'python3-pil'],
    ['transicc', 'liblcms2-utils'],
    ['gs', 'ghostscript'],
  ],
  async run(_share, folder) {
    const paths = PLACES.flatMap(found)
    const more = tool('dpkg', ['-L', 'icc-profiles-free'])
      .out.split('\n')
      .filter((p) => /\.ic[cm]$/i.test(p))
    const all = [...new Set([...paths, ...more])]
    const read = tool('/usr/bin/python3', ['-c', READ, ...all])
    if (read.status !== 0)
      return [
        {
          part: 'profiles',
          what: 'reader',
          ok: false,
          says: 'apt-get install python3-pil',
          notOurs: 'not on this machine',
        },
      ]
    const rows: Row[] = []
    let same = 0
    for (const line of read.out.split('\n').filter(Boolean)) {
      const [path = '', space = '', deviceClass = '', description = ''] = line.split('\t')
      const ours = readIcc(readFileSync(path))
      const name = path.split('/').at(-1) ?? path
      if (space === 'unreadable') {
        rows.push({
          part: 'profiles',
          what: name,
          ok: true,
          says: `unreadable to both: ${ours.ok ? 'header read' : ours.problem.why}`,
        })
        continue
      }
      const wants = ['RGB', 'GRAY', 'CMYK'].includes(space) ? space : 'other'
      const agrees =
        ours.ok &&
        ours.value.space === wants &&
        ours.value.deviceClass === deviceClass &&
        ours.value.description.trim() === description
      if (agrees) same += 1
      else
        rows.push({
          part: 'profiles',
          what: name,
          ok: false,
          says: `${space} ${deviceClass} “${description}” against ${JSON.stringify(ours)}`,
        })
    }
    rows.unshift({
      part: 'profiles',
      what: 'space, class and description',
      ok: same > 10,
      says: `${same} of ${all.length} as an independent reader has them`,
    })
    let converted = 0
    for (const path of all) {
      const bytes = readFileSync(path)
      const ours = readIcc(bytes)
      if (!ours.ok || ours.value.space === 'other' || ours.value.space === 'CMYK') continue
      const fault = await profileFault(bytes, ours.value.space === 'GRAY' ? 'GRAY' : 'RGB')
      const theirs = tool('transicc', [`-i${path}`, '-o*sRGB', '-n'], 20, Buffer.from('100\n100\n100\n')).status === 0
      const cut = join(folder, 'cut.icc')
      writeFileSync(cut, bytes.subarray(0, Math.floor(bytes.length / 2)))
      const cutFault =
        (await profileFault(readFileSync(cut), ours.value.space === 'GRAY' ? 'GRAY' : 'RGB')) ??
        (await outputFault(readFileSync(cut)))
      if ((fault === null) === theirs && cutFault !== null) converted += 1
      else
        rows.push({
          part: 'profiles',
          what: path.split('/').at(-1) ?? path,
          ok: false,
          says: `ours: ${fault ?? 'used'}, transicc: ${theirs ? 'used' : 'refused'}, cut in half: ${cutFault ?? 'used'}`,
        })
    }
    rows.push({
      part: 'profiles',
      what: 'used, and refused when cut in half',
      ok: converted > 5,
      says: `${converted} as transicc does`,
    })
    return rows
  },
}
