type Made = { readonly id: string }
type Numbered = Made & { readonly number: number }
type Saved = { readonly revision: number }

/** What each write answers. */
export type ActionOutput = {
  'room.set-up': { readonly slipId: string }
  'room.edit': Saved
  'tariff.set': Made & Saved
  'group.add': Made
  'person.add': Numbered
  'person.edit': Saved
  'person.retire': Saved
  'person.restore': Saved
  'account.pay': Made
  'account.reverse': Made
  'paper.add': Numbered
  'paper.edit': Saved
  'paper.retire': Saved
  'paper.restore': Saved
  'paper.delete': Made
  'stock.add': Made
  'stock.edit': Saved
  'stock.buy': Made
  'stock.count': Made
  'roll.open': Numbered
  'roll.move': Made
  'roll.measure': Made
  'roll.cut': Made
  'roll.edit': Saved
  'roll.finish': Saved
  'roll.resume': Saved
  'plan.keep': Numbered
  'plan.sizes': { readonly slips: number }
  'plan.put-away': Saved
  'plan.print': { readonly printIds: readonly string[] }
  'plan.log': { readonly runId: string }
  'plan.file': { readonly jobId: string }
  'plan.offcut': Made
  'plan.cuts': Made
  'size.add': Made
  /** `kept`: slips under way that keep the version before */
  'size.edit': Made & Saved & { readonly kept: number }
  'size.name': Made
  'size.word': Made
  'size.retire': Saved
  'size.restore': Saved
  'printer.add': Numbered
  'printer.edit': Saved
  'printer.ink-set': Saved
  'printer.retire': Saved
  'printer.restore': Saved
  'printer.delete': Made
  'printer.black': Made
  'printer.load': Made
  'printer.as-noted': Made
  'printer.good-for': Saved
  'screen.add': Numbered
  'screen.edit': Saved
  'screen.measure': Made
  'thing.retire': Saved
  'thing.restore': Saved
  'thing.rename': Saved
  'thing.delete': { readonly id: string }
  'trial.add': Numbered & { readonly flaws: number }
  'trial.decide': Saved
  'note.add': Made
  'note.retire': Saved
  'note.restore': Saved
  'target.add': Numbered
  'target.print': { readonly slipId: string }
  'target.retire': Saved
  'target.restore': Saved
  'tone.start': Numbered & { readonly code: string; readonly slipId: string }
  'tone.ways': Numbered
  'tone.tints': Numbered
  'tone.read': Made
  'tone.unread': Made
  'tone.bind': Numbered
  'tone.unbind': Made
  'tone.retire': Saved
  'tone.restore': Saved
  'tone.printed': Saved
  'scanner.add': Numbered
  'scanner.check': Saved
  'path.begin': Made
  'path.say': Saved
  /** the slip with a print for each, and what could not be tried: a sentence each */
  'path.proofs': Saved & { readonly slipId: string; readonly left: readonly string[] }
  'path.tidy': Saved & { readonly retired: number }
  'path.end': Saved
  'read-back.log': Made
  'read-back.settle': Made
  'upkeep.log': Made
  'feed.save': Made
  'queue.save': Made
  'queue.put-back': Made
  /** `left`: what of it this room cannot know, a sentence each */
  'printer.import': Made & { readonly already: boolean; readonly left: readonly string[] }
  /** `differs`: what the file says otherwise than the version whose seal it names; `against`: what speaks against it here */
  'preset.import': Made & {
    readonly already: boolean
    readonly differs: readonly string[]
    readonly against: readonly string[]
  }
  'preset.carry': Numbered & { readonly misfits: readonly string[] }
  'preset.add': Numbered
  'preset.draft': Saved
  'preset.rename': Saved
  'preset.seal': { readonly versionId: string; readonly number: number; readonly seal: string }
  'preset.retire': Saved
  'preset.delete': Made
  'preset.restore': Saved
  'profile.bind': Made
  'profile.retire': Made
  'profile.restore': Made
  'slip.add': Numbered
  'slip.save': Saved
  'slip.state': Saved
  'slip.copy': Numbered
  'slip.file': { readonly jobId: string }
  'job.cancel': Made
  'run.log': { readonly runIds: readonly string[]; readonly left: number }
  'run.measure': Made
  'run.correct': Made
  'print.start': { readonly printIds: readonly string[] }
  'print.cancel': Made
  'print.settle': Made
  'printer.by-address': Numbered & { readonly cannot: string | null }
  'picture.untagged': Made
  'printer.trust': Made
  'queue.identify': Made
  'queue.ask': { readonly ignored: number; readonly differs: number }
  'queue.take': { readonly taken: number }
  'edge-check.start': Numbered
  'edge-check.more': Saved
  'edge-check.file': { readonly jobId: string }
  'edge-check.read': Saved
  'edge-check.solve': Saved
  'edge-check.withdraw': Saved
}
