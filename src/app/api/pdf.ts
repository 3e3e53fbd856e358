/** A PDF that a browser shows, by the name that it is saved as. */
export const pdfAnswer = (bytes: Uint8Array, name: string): Response =>
  new Response(bytes as BodyInit, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  })

/** An address of this server as who asks reaches it. */
export function addressFor(request: Request, path: string): string {
  const url = new URL(request.url)
  return `${url.protocol}//${request.headers.get('host') ?? url.host}${path}`
}
