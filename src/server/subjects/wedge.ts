import { provenAs } from './outside-target'
import type { Subject } from './subject'

/** A sheet with a grey step wedge: logged as a proof of its slip. */
export const wedgeSheet: Subject = provenAs('wedge')
