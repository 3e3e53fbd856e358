/** People that a list of members offers before anything is typed, and at most for what is. */
export const MOST_OFFERED = 40
