import { exchangeFile } from '@/server/stores/exchange'

/** A printer's knowledge, or a preset's version, as a JSON file to keep or carry to another room. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ kind: string; id: string }> },
): Promise<Response> {
  const { kind, id } = await params
  return exchangeFile(kind, id)
}
