import type { Metadata } from 'next'

export const metadata: Metadata = { title: 'Pass' }
export const dynamic = 'force-dynamic'

export default async function Page({ searchParams }: { searchParams: Promise<{ wrong?: string; wait?: string }> }) {
  const { wrong, wait } = await searchParams
  return (
    <main style={{ maxWidth: 360, margin: '80px auto', padding: 20 }}>
      <h1>Libreta</h1>
      <form method="post" action="/api/pass">
        <p>
          <label htmlFor="pass">The room’s pass</label>
        </p>
        <input id="pass" name="pass" type="password" required autoComplete="current-password" />{' '}
        <button type="submit">Enter</button>
        {wait && /^\d{1,4}$/.test(wait) ? (
          <p role="alert" className="level-stop">
            Too many tries. The next one is taken in {wait} s.
          </p>
        ) : null}
        {wrong ? (
          <p role="alert" className="level-stop">
            That is not the room’s pass. Ask the keeper.
          </p>
        ) : null}
      </form>
    </main>
  )
}
