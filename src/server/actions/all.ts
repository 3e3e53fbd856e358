import type { z } from 'zod'
import type { ActionName, INPUTS } from '@/contract/actions'
import type { ActionOutput } from '@/contract/answers'
import type { Ready } from '@/server/door/door'
import { carryPreset } from './carry'
import { checkFile, moreSheets, readSheets, solve, startCheck, withdrawCheck } from './edge-checks'
import { importPreset, importPrinter } from './exchange'
import { addNote, retireNote } from './notes'
import { addPaper, addStock, buyStock, countStock, deletePaper, editPaper, editStock, retirePaper } from './papers'
import { beginPath, endPath, makeProofs, sayStep, tidyPath } from './paths'
import { addGroup, addPerson, editPerson, pay, retirePerson, reversePayment } from './people'
import { takeUntagged } from './pictures'
import { cutPlan, filePlan, keepOffcut, keepPlan, logPlan, printPlan, putAwayPlan, sizesAcross } from './plans'
import { addPreset, deletePreset, draftPreset, renamePreset, restorePreset, retirePreset, sealPreset } from './presets'
import {
  addPrinter,
  asNoted,
  changeInkSet,
  deletePrinter,
  editPrinter,
  logUpkeep,
  retirePrinter,
  setBlack,
  setGoodFor,
  setLoad,
} from './printers'
import { cancelPrint, settlePrint, startPrint } from './prints'
import { bindProfile, retireProfile } from './profiles'
import { putBack, saveFeed, saveQueue } from './queues'
import { logReadBack, settleReadBack } from './read-backs'
import {
  restoreNote,
  restorePaper,
  restorePerson,
  restorePrinter,
  restoreProfile,
  restoreSize,
  restoreTarget,
} from './restoring'
import { cutRoll, editRoll, finishRoll, measureRoll, moveRoll, openRoll, resumeRoll } from './rolls'
import { editRoom, setTariff, setUp } from './room'
import { correctRun, logRun, measureRun } from './runs'
import { addScanner, checkScanner } from './scanners'
import { addScreen, editScreen, measureScreen } from './screens'
import { addSize, editSize, nameSize, retireSize, wordSize } from './sizes'
import { addSlip, copySlip, fileSlip, moveSlip, saveSlip, stopJob } from './slips'
import { addTarget, printTarget, retireTarget } from './targets'
import { deleteThing, renameThing, restoreThing, retireThing } from './things'
import { rowOfTints } from './tints'
import { addByAddress, askQueue, identifyQueue, takeTold, trustCertificate } from './told'
import { bindTone, readTone, unbindTone, unreadTone } from './tone'
import { addTrial, decideTrial } from './trials'
import { proofWays } from './ways'
import { printedTone, restoreTone, retireTone, startTone } from './wedges'

/** Every write of the program by its name: the contract's names, none missing, none more. */
export const ACTIONS: {
  // biome-ignore lint/suspicious/noExplicitAny: what an action prepares is its own affair
  readonly [N in ActionName]: Ready<(typeof INPUTS)[N] & z.ZodType, any, ActionOutput[N]>
} = {
  'room.set-up': setUp,
  'room.edit': editRoom,
  'tariff.set': setTariff,
  'group.add': addGroup,
  'person.add': addPerson,
  'person.edit': editPerson,
  'person.retire': retirePerson,
  'person.restore': restorePerson,
  'account.pay': pay,
  'account.reverse': reversePayment,
  'paper.add': addPaper,
  'paper.edit': editPaper,
  'paper.retire': retirePaper,
  'paper.restore': restorePaper,
  'paper.delete': deletePaper,
  'stock.add': addStock,
  'stock.edit': editStock,
  'stock.buy': buyStock,
  'stock.count': countStock,
  'roll.open': openRoll,
  'roll.move': moveRoll,
  'roll.measure': measureRoll,
  'roll.cut': cutRoll,
  'roll.edit': editRoll,
  'roll.finish': finishRoll,
  'roll.resume': resumeRoll,
  'plan.keep': keepPlan,
  'plan.sizes': sizesAcross,
  'plan.put-away': putAwayPlan,
  'plan.print': printPlan,
  'plan.log': logPlan,
  'plan.file': filePlan,
  'plan.offcut': keepOffcut,
  'plan.cuts': cutPlan,
  'size.add': addSize,
  'size.edit': editSize,
  'size.name': nameSize,
  'size.word': wordSize,
  'size.retire': retireSize,
  'size.restore': restoreSize,
  'printer.add': addPrinter,
  'printer.edit': editPrinter,
  'printer.ink-set': changeInkSet,
  'printer.retire': retirePrinter,
  'printer.restore': restorePrinter,
  'printer.delete': deletePrinter,
  'printer.black': setBlack,
  'printer.load': setLoad,
  'printer.as-noted': asNoted,
  'printer.good-for': setGoodFor,
  'screen.add': addScreen,
  'screen.edit': editScreen,
  'screen.measure': measureScreen,
  'thing.retire': retireThing,
  'thing.restore': restoreThing,
  'thing.rename': renameThing,
  'thing.delete': deleteThing,
  'tone.start': startTone,
  'tone.ways': proofWays,
  'tone.tints': rowOfTints,
  'tone.read': readTone,
  'tone.unread': unreadTone,
  'tone.bind': bindTone,
  'tone.unbind': unbindTone,
  'tone.printed': printedTone,
  'tone.retire': retireTone,
  'tone.restore': restoreTone,
  'scanner.add': addScanner,
  'scanner.check': checkScanner,
  'trial.add': addTrial,
  'trial.decide': decideTrial,
  'note.add': addNote,
  'note.retire': retireNote,
  'note.restore': restoreNote,
  'target.add': addTarget,
  'target.print': printTarget,
  'target.retire': retireTarget,
  'target.restore': restoreTarget,
  'path.begin': beginPath,
  'path.say': sayStep,
  'path.proofs': makeProofs,
  'path.tidy': tidyPath,
  'path.end': endPath,
  'read-back.log': logReadBack,
  'read-back.settle': settleReadBack,
  'upkeep.log': logUpkeep,
  'feed.save': saveFeed,
  'queue.save': saveQueue,
  'queue.put-back': putBack,
  'printer.import': importPrinter,
  'preset.import': importPreset,
  'preset.carry': carryPreset,
  'preset.add': addPreset,
  'preset.draft': draftPreset,
  'preset.rename': renamePreset,
  'preset.seal': sealPreset,
  'preset.retire': retirePreset,
  'preset.delete': deletePreset,
  'preset.restore': restorePreset,
  'picture.untagged': takeUntagged,
  'profile.bind': bindProfile,
  'profile.retire': retireProfile,
  'profile.restore': restoreProfile,
  'slip.add': addSlip,
  'slip.save': saveSlip,
  'slip.state': moveSlip,
  'slip.copy': copySlip,
  'slip.file': fileSlip,
  'job.cancel': stopJob,
  'run.log': logRun,
  'run.measure': measureRun,
  'run.correct': correctRun,
  'print.start': startPrint,
  'print.cancel': cancelPrint,
  'print.settle': settlePrint,
  'printer.by-address': addByAddress,
  'printer.trust': trustCertificate,
  'queue.ask': askQueue,
  'queue.identify': identifyQueue,
  'queue.take': takeTold,
  'edge-check.start': startCheck,
  'edge-check.more': moreSheets,
  'edge-check.file': checkFile,
  'edge-check.read': readSheets,
  'edge-check.solve': solve,
  'edge-check.withdraw': withdrawCheck,
}
