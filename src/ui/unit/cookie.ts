/** Where the unit that a person chose on this screen is remembered; the server reads it, so that nothing flickers. */
export const UNIT_COOKIE = 'libreta-unit'
