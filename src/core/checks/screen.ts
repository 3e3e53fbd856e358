import { type Check, found } from './check'

/** A picture that was judged on a screen that is no judge comes out otherwise than it looked. */
export const screenIsJudge: Check = {
  id: 'screen',
  about: 'the screen that the picture was judged on can be trusted',
  of: 'print',
  run: ({ screen }) => {
    if (!screen) return null
    const { name, flaws } = screen
    return flaws.length > 0
      ? found('caution', { code: 'screen_doubtful', name, flaws })
      : found('fine', { code: 'screen_measured', name })
  },
}
