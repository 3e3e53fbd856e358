import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Pass' }
export const dynamic = 'force-dynamic'

export default async function Page({ searchParams }: { searchParams: Promise<{ wrong?: string }> }) {
  const { wrong } = await searchParams
  return (
    <main style={{ maxWidth: 360, margin: '80px auto', padding: 20 }}>
      <h1>Libreta</h1>
      <form method="post" action="/api/pass">
        <p>
          <label htmlFor="pass">The room’s pass</label>
        </p>
        <input id="pass" name="pass" type="password" required autoComplete="current-password" />{' '}
        <button type="submit">Enter</button>
        {wrong ? (
          <p role="alert" className="level-stop">
            That is not the room’s pass. Ask the keeper.
          </p>
        ) : null}
      </form>
    </main>
  )
}
