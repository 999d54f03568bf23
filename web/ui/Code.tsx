/** A QR code of a number or tag, drawn black on white wherever it stands. */
import { say } from '#api/words/say.ts'
import { create } from 'qrcode'

export function Code({ text, px }: { text: string; px: number }) {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  const quiet = 2
  let path = ''
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x + quiet} ${y + quiet}h1v1h-1z`
  const side = modules.size + quiet * 2
  return (
    <svg
      className="shrink-0"
      width={px}
      height={px}
      viewBox={`0 0 ${side} ${side}`}
      role="img"
      aria-label={say('Code of {text}', { text })}
      shapeRendering="crispEdges"
    >
      <rect width={side} height={side} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  )
}
