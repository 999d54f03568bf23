/** A paper as HTML that needs nothing else: no script, no address outside it, printed by the browser. */
import { createHash } from 'node:crypto'
import QRCode from 'qrcode'
import type { PaperPage } from '#api/words/papers.ts'
import type { PaperSection } from '#core/loans/papers.ts'

export interface PaperHead {
  readonly house: string
  /** "Paper 3 of loan LN2026-001" */
  readonly number: string
  /** "Issued 3 March 2026, 14:05 by Ada Vint" */
  readonly issued: string
}

/** Where the code stands in the text that it is made from. */
const codePlace = '<!--code-->'

const escapes: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}
const text = (words: string) => words.replace(/[&<>"']/g, (mark) => escapes[mark] ?? mark)

const style = `
@page { size: A4; margin: 18mm 16mm; }
body { font: 11pt/1.45 Georgia, 'Times New Roman', serif; color: #1d1a16; max-width: 176mm; margin: 0 auto; padding: 8mm 0; }
header { display: flex; justify-content: space-between; gap: 8mm; border-bottom: 1.5pt solid; padding-bottom: 3mm; }
h1 { font-size: 18pt; margin: 0; }
h2 { font-size: 11pt; margin: 5mm 0 1mm; border-bottom: .4pt solid; break-after: avoid; }
ul { list-style: none; margin: 0; padding: 0; }
li { padding: .6mm 0; break-inside: avoid; overflow-wrap: anywhere; }
li.tick::before { content: ''; display: inline-block; width: 3.4mm; height: 3.4mm; border: .8pt solid; margin-right: 3mm; vertical-align: -0.5mm; }
.sign { display: grid; grid-template-columns: 1fr 1fr; gap: 10mm; margin-top: 14mm; break-inside: avoid; }
.sign p { border-top: .6pt solid; margin: 12mm 0 0; padding-top: 1mm; }
footer { margin-top: 8mm; border-top: .6pt solid; padding-top: 2mm; display: flex; justify-content: space-between; align-items: center; gap: 6mm; font-size: 9.5pt; break-inside: avoid; }
.code { font: bold 13pt 'Courier New', monospace; letter-spacing: .06em; }
svg { width: 20mm; height: 20mm; }
`

const sectionHtml = ({ title, lines, ticked }: PaperSection): string =>
  `<section><h2>${text(title)}</h2><ul>${lines
    .map((line) => `<li${ticked ? ' class="tick"' : ''}>${text(line)}</li>`)
    .join('')}</ul></section>`

/** The text of a paper, without its code. */
const bodyHtml = (page: PaperPage, head: PaperHead): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${text(`${head.number}: ${page.title}`)}</title><style>${style}</style></head>
<body><header><h1>${text(page.title)}</h1><p>${text(head.house)}</p></header>
${page.sections.map(sectionHtml).join('\n')}
${
  page.signatures.length > 0
    ? `<div class="sign">${page.signatures.map((who) => `<p>${text(who)}: name, date, signature</p>`).join('')}</div>`
    : ''
}
<footer><p>${text(head.number)}<br>${text(head.issued)}</p>${codePlace}</footer>
</body></html>
`

/** The first eight signs of the SHA-256 of a text: "4F0A-91C2". */
const codeOf = (html: string): string => {
  const signs = createHash('sha256').update(html).digest('hex').slice(0, 8).toUpperCase()
  return `${signs.slice(0, 4)}-${signs.slice(4)}`
}

/** A paper with the code of its own text at its foot, in signs and as a square code. */
export async function paperHtml(page: PaperPage, head: PaperHead): Promise<{ html: string; code: string }> {
  const body = bodyHtml(page, head)
  const code = codeOf(body)
  const svg = await square(code)
  return { html: body.replace(codePlace, () => codeHtml(code, svg)), code }
}

const square = (code: string): Promise<string> =>
  QRCode.toString(code, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' })

const codeHtml = (code: string, svg: string) =>
  `<div class="foot-code"><span class="code">${code}</span>${svg}</div>`

/** Whether a paper's bytes still are the text from which its code was made. */
export const bearsItsCode = (html: string, code: string): boolean =>
  codeOf(html.replace(/<div class="foot-code">.*?<\/div>/s, codePlace)) === code
