/** Runs once when the server starts: brings the room's database up to date before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { room } = await import('@/server/db/open')
  room()
}
