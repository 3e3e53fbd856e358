import type { WedgeFileProblem } from './wedge'

/** Why a file of an instrument is no reading of a wedge, where in it, and what to do. */
export function sayWedgeFile(p: WedgeFileProblem): string {
  switch (p.code) {
    case 'not_text':
      return 'This is no text file: it holds bytes of 0. Save the readings as CGATS text.'
    case 'too_large':
      return `This file has ${Math.round(p.bytes / 1e6)} MB; the readings of a wedge have some kilobytes (at most ${Math.round(p.most / 1e6)} MB are read).`
    case 'no_data':
      return 'It holds no table: between BEGIN_DATA and END_DATA nothing was found. Was it exported as CGATS?'
    case 'no_columns':
      return `The table that begins at line ${p.line} does not say what its columns are: BEGIN_DATA_FORMAT is missing.`
    case 'open_quote':
      return `A quotation that begins in line ${p.line} does not end.`
    case 'twice':
      return `The column ${p.column} stands twice in line ${p.line}.`
    case 'no_lab':
      return `It has no usable columns: ${p.columns.join(', ') || 'none'}. Export with LAB_L LAB_A LAB_B, XYZ_X XYZ_Y XYZ_Z, spectra (SPECTRAL_NM400 and so on, 420 to 680 nm at least, every 20 nm or finer), or D_VIS.`
    case 'no_number':
      return `Line ${p.line} has “${p.text}” under ${p.column}, where a number belongs. Measure that patch again, or put its number in.`
    case 'no_lightness':
      return `Line ${p.line} gives a lightness of ${p.l.toFixed(1)}; surfaces have 0 to 100. Is XYZ counted with 100 for white, a spectrum with 1 or 100?`
    case 'wrong_count':
      return `It has ${p.found.join(' and ') || 'no'} patches, and this wedge has ${p.steps}. ${p.found.some((n) => n > p.steps) ? 'One was measured twice, or it is of another wedge' : 'Some were left out, or it is of another wedge'}: measure ${p.steps}, the paper first.`
    case 'same_sample':
      return `Line ${p.line} names the patch ${p.id} a second time. Take out the one that does not count.`
    default:
      return `It breaks off or does not hold together${'line' in p ? ` at line ${p.line}` : ''}. Export it again.`
  }
}
