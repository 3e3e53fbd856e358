import type { SlipQuestion } from '@/contract/slip-questions'
import { bad } from '@/core/result/result'
import { room } from '@/server/db/open'
import { answer, readJson } from '@/server/door/http'
import { SLIP_ANSWERS } from '@/server/stores/slip-questions'

const isQuestion = (word: string): word is SlipQuestion => Object.hasOwn(SLIP_ANSWERS, word)

export async function POST(request: Request, { params }: { params: Promise<{ question: string }> }): Promise<Response> {
  const { question } = await params
  if (!isQuestion(question)) return answer(bad({ code: 'not_found', what: `The question ${question}` }))
  const body = await readJson(request)
  return answer(body.ok ? SLIP_ANSWERS[question](room(), body.value, Date.now()) : body)
}
