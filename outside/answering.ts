/** Waits until a room answers at an address. @throws when it does not within the seconds given. */
export async function answering(address: string, seconds: number): Promise<void> {
  for (let i = 0; i < seconds * 10; i++) {
    const answered = await fetch(`${address}/api/find`).then(
      () => true,
      () => false,
    )
    if (answered) return
    await new Promise((r) => setTimeout(r, 100))
  }
  throw new Error(`nothing answers at ${address}`)
}
