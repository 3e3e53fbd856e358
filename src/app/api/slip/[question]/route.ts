import { SLIP_QUESTIONS, type SlipQuestion } from '@/contract/slip-questions'
import { bad } from '@/core/result/result'
import { room } from '@/server/db/open'
import { answer, readJson } from '@/server/door/http'
import { SLIP_ANSWERS } from '@/server/stores/slip-questions'

const isQuestion = (word: string): word is SlipQuestion => Object.hasOwn(SLIP_QUESTIONS, word)

export async function POST(request: Request, { params }: { params: Promise<{ question: string }> }): Promise<Response> {
  const { question } = await params
  if (!isQuestion(question)) return answer(bad({ code: 'not_found', what: `The question ${question}` }))
  const body = await readJson(request)
  return answer(body.ok ? answered(question, body.value) : body)
}

function answered<Q extends SlipQuestion>(question: Q, input: unknown) {
  const parsed = SLIP_QUESTIONS[question].safeParse(input)
  if (!parsed.success)
    return bad({
      code: 'input' as const,
      issues: parsed.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })),
    })
  // the question's own schema has read it
  return SLIP_ANSWERS[question](room(), parsed.data as Parameters<(typeof SLIP_ANSWERS)[Q]>[1], Date.now())
}
