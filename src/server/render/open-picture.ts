import type { PictureSize } from '@/core/placing/placing'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { decoding } from '@/server/imaging/decoder'
import type { PictureFile } from './picture-file'
import { RawFile } from './raw-file'
import { openStages, type Stage, type Treatment } from './stages'

/** A picture decoded on disk, with the stages that its rows go through. */
export type OpenPicture = {
  readonly raw: RawFile
  /** as seen, after its orientation */
  readonly size: PictureSize
  readonly orientation: number
  readonly stages: readonly Stage[]
  readonly close: () => void
}

/** Decodes a picture and opens its stages: the one way to its samples, for files and printers alike. */
export async function openPicture(file: PictureFile, how: Treatment): Promise<Result<OpenPicture, Problem>> {
  let raw: RawFile
  try {
    raw = await decoding(() => RawFile.open(file))
  } catch (error) {
    if (isDiskError(error)) throw error
    return bad({ code: 'file_broken', name: file.name, format: file.mime.replace('image/', '').toUpperCase() })
  }
  const stages = await openStages({ ...samplesOf(raw), name: file.name }, how)
  if (!stages.ok) {
    raw.close()
    return stages
  }
  return ok({
    ...{ raw, size: { width: file.width, height: file.height }, orientation: file.orientation, stages: stages.value },
    close: () => {
      for (const s of stages.value) s.close()
      raw.close()
    },
  })
}

const samplesOf = ({ channels, bytes, icc }: RawFile) => ({ channels, bytes, icc })

const isDiskError = (error: unknown): boolean =>
  error instanceof Error &&
  (/^(ENOSPC|EDQUOT|EIO|EROFS|EACCES)$/.test(String((error as NodeJS.ErrnoException).code)) ||
    /no space left/i.test(error.message))
