/** Runs once when the server starts: claims the room and brings its database up to date before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { openForServing } = await import('@/server/opening')
  await openForServing()
}
