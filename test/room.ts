import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { onTestFinished } from 'vitest'
import { OpenRoom } from './open-room'

export { NOW, ROOM_FIELDS } from './open-room'

/** A folder that is gone after the test. */
export function folder(): string {
  const path = mkdtempSync(join(tmpdir(), 'libreta-test-'))
  onTestFinished(() => rmSync(path, { recursive: true, force: true }))
  return path
}

const freshFolder = folder

/** A room of a test: its files are gone after it, unless it is given a folder. */
export class TestRoom extends OpenRoom {
  constructor(folder = freshFolder()) {
    super(folder)
  }

  static open(folder?: string): Promise<TestRoom> {
    return new TestRoom(folder).setUp()
  }
}
