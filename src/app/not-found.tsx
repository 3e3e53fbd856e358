import Link from 'next/link'

export default function NotFound() {
  return (
    <main style={{ padding: '60px 24px', maxWidth: 520 }}>
      <h1>This is not in the room</h1>
      <p>What this address pointed to was never here, or is not here any more.</p>
      <p>
        <Link href="/bench">To the bench</Link>
      </p>
    </main>
  )
}
