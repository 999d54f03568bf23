/** The SHA-256 of a file's bytes in hex; undefined where the page has no secure context, which the browser wants for it. */
export async function sha256Of(file: Blob): Promise<string | undefined> {
  if (!globalThis.isSecureContext) return undefined
  const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer())
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
