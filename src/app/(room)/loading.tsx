export default function Loading() {
  return (
    <p role="status" style={{ padding: '20px 24px', color: 'var(--soft)' }}>
      Reading the room
    </p>
  )
}
