'use client'

import { notifications } from '@mantine/notifications'
import { type Problem, sayProblem } from '@/core/words/problems'

/** Tells that something was done, in a sentence that goes away. */
export const tell = (message: string): void => {
  notifications.show({ message, color: 'press', autoClose: 4000 })
}

/** Tells why something was not done, and what belongs to it; stays until it is closed. */
export const tellProblem = (problem: Problem, more = ''): void => {
  notifications.show({ message: [sayProblem(problem), more].filter(Boolean).join(' '), color: 'red', autoClose: false })
}
