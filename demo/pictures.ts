/** Pictures of the invented machines, drawn in code and rendered when the demo is loaded: no photograph of anything real. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import opentype from 'opentype.js'
import sharp from 'sharp'
import { lidPicture } from './lid-pictures.ts'

export interface Picture {
  readonly file: string
  readonly width: number
  readonly height: number
}
export type Pictures = Readonly<Record<PictureName, Picture>>

/** The house's own type: pictures are the same on a machine that has no fonts at all. */
const face = createRequire(import.meta.url).resolve(
  '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff',
)
const bytes = readFileSync(face)
const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length))

/** Path commands as SVG, to a tenth of a pixel. (The library's own way writes NaN for some numbers.) */
const outline = (commands: readonly opentype.PathCommand[]): string =>
  commands
    .map((c) =>
      [
        c.type,
        ...('x1' in c ? [c.x1, c.y1] : []),
        ...('x2' in c ? [c.x2, c.y2] : []),
        ...('x' in c ? [c.x, c.y] : []),
      ]
        .map((v) => (typeof v === 'number' ? v.toFixed(1) : v))
        .join(' '),
    )
    .join('')

/** A line of letters as paths, `size` px high, its baseline at y. */
function letters(
  text: string,
  x: number,
  y: number,
  size: number,
  fill: string,
  anchor: 'start' | 'middle' = 'start',
): string {
  const left = anchor === 'middle' ? x - font.getAdvanceWidth(text, size) / 2 : x
  return `<path d="${outline(font.getPath(text, left, y, size).commands)}" fill="${fill}"/>`
}

const width = 1600
const height = 1200

const frame = (
  inner: string,
  ground = '#7d8078',
) => `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 1600 1200">
<defs>
  <linearGradient id="light" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#fff" stop-opacity=".28"/><stop offset="1" stop-color="#000" stop-opacity=".3"/></linearGradient>
  <filter id="soft"><feGaussianBlur stdDeviation="14"/></filter>
</defs>
<rect width="1600" height="1200" fill="${ground}"/>
<ellipse cx="800" cy="1040" rx="640" ry="70" fill="#000" opacity=".4" filter="url(#soft)"/>
${inner}
</svg>`

const keys = (x: number, y: number, columns: number, rows: number, size: number, fill: string) =>
  Array.from({ length: rows }, (_, r) =>
    Array.from(
      { length: columns },
      (_, c) =>
        `<rect x="${x + c * (size + 8) + r * 9}" y="${y + r * (size + 8)}" width="${size}" height="${size}" rx="6" fill="${fill}" stroke="#5a584e" stroke-width="2"/>`,
    ).join(''),
  ).join('')

/** The terminal from the front; `case` is the colour of its plastic. */
const terminal = (shell: string, keycaps: string, tear: boolean) =>
  frame(`
<rect x="330" y="150" width="940" height="640" rx="46" fill="${shell}"/><rect x="330" y="150" width="940" height="640" rx="46" fill="url(#light)"/>
<rect x="420" y="225" width="610" height="470" rx="60" fill="#3a3d3a"/><rect x="452" y="255" width="546" height="410" rx="70" fill="#141a17"/>
<path d="M480 300q240-40 480 6v30q-240-40-480-4z" fill="#fff" opacity=".07"/>
<g fill="#58d68a" opacity=".8">${Array.from({ length: 9 }, (_, i) => `<rect x="490" y="${320 + i * 34}" width="${180 + ((i * 137) % 260)}" height="9"/>`).join('')}</g>
<g fill="#4e4c44">${Array.from({ length: 11 }, (_, i) => `<rect x="1085" y="${250 + i * 24}" width="130" height="9" rx="4"/>`).join('')}</g>
<circle cx="1110" cy="640" r="26" fill="#57554c"/><circle cx="1190" cy="640" r="26" fill="#57554c"/>
<rect x="1090" y="560" width="130" height="38" fill="#d9d4bf"/>${letters('D24', 1155, 586, 22, '#333', 'middle')}
<path d="M240 850h1120l80 210H160z" fill="${shell}"/><path d="M240 850h1120l80 210H160z" fill="url(#light)"/>
${keys(330, 872, 15, 3, 50, keycaps)}
${tear ? '<path d="M1238 180l-40 52 22 30-34 60" fill="none" stroke="#2a2720" stroke-width="5"/>' : ''}`)

const underside = frame(`
<rect x="260" y="170" width="1080" height="850" rx="30" fill="#b9b39a"/><rect x="260" y="170" width="1080" height="850" rx="30" fill="url(#light)"/>
${[
  [330, 240],
  [1270, 240],
  [330, 950],
  [1270, 950],
  [800, 240],
  [800, 950],
]
  .map(
    ([x, y]) =>
      `<circle cx="${x}" cy="${y}" r="30" fill="#55524a"/><path d="M${(x ?? 0) - 14} ${y}h28M${x} ${(y ?? 0) - 14}v28" stroke="#8f8b7d" stroke-width="6"/>`,
  )
  .join('')}
<rect x="560" y="430" width="480" height="260" fill="#d8d8d0" stroke="#555" stroke-width="4"/>
${['MORWEN APPARAT', 'D24  REV C', 'SER 24-00917', '220 V 50 Hz 90 VA', '1983'].map((line, i) => letters(line, 585, 480 + i * 45, 30, '#222')).join('')}
<g transform="rotate(-7 1130 800)"><rect x="1030" y="770" width="250" height="90" fill="#c7b45c"/>${letters('VOID IF BROKEN', 1155, 826, 26, '#3a2f10', 'middle')}</g>
<g transform="rotate(4 430 800)"><rect x="310" y="760" width="260" height="80" fill="#e6e2d2"/>${letters('room 4, no. 2', 440, 812, 32, '#2a3d70', 'middle')}</g>
${Array.from({ length: 14 }, (_, i) => `<rect x="${420 + i * 56}" y="320" width="30" height="70" rx="12" fill="#4a473f"/>`).join('')}`)

const chip = (x: number, y: number, w: number, lines: readonly string[]) =>
  `<g>${Array.from({ length: Math.floor(w / 26) }, (_, i) => `<rect x="${x + 10 + i * 26}" y="${y - 12}" width="10" height="14" fill="#c9c9c2"/><rect x="${x + 10 + i * 26}" y="${y + 78}" width="10" height="14" fill="#c9c9c2"/>`).join('')}
<rect x="${x}" y="${y}" width="${w}" height="80" fill="#1c1d1c"/><path d="M${x} ${y + 30}a10 10 0 0 1 0 20z" fill="#444"/>
${lines.map((l, i) => `${letters(l, x + w / 2 + 6, y + 36 + i * 30, 24, '#cfcfca', 'middle')}`).join('')}</g>`

const board = frame(
  `
<rect x="110" y="120" width="1380" height="960" fill="#2f5a3c"/><rect x="110" y="120" width="1380" height="960" fill="url(#light)" opacity=".5"/>
<g stroke="#4f8a5e" stroke-width="5" fill="none">${Array.from({ length: 22 }, (_, i) => `<path d="M140 ${180 + i * 40}h${300 + ((i * 211) % 700)}l40 40h${120 + ((i * 97) % 260)}"/>`).join('')}</g>
${chip(220, 210, 260, ['74LS374N', '8309'])}${chip(560, 210, 260, ['74LS244N', '8312'])}${chip(900, 210, 320, ['MX8048H', '8311'])}
${chip(220, 420, 320, ['ROM 24-18', '8314'])}${chip(640, 420, 320, ['ROM 24-22', '8731'])}${chip(1060, 420, 260, ['74LS00N', '8308'])}
${chip(220, 640, 260, ['RAM64K-15', '8310'])}${chip(560, 640, 260, ['RAM64K-15', '8310'])}${chip(900, 640, 260, ['7437', '8306'])}
<g>${[
    [300, 900],
    [420, 905],
    [540, 900],
    [690, 910],
  ]
    .map(
      ([x, y]) =>
        `<circle cx="${x}" cy="${y}" r="46" fill="#26374f"/><circle cx="${x}" cy="${y}" r="40" fill="#b7bcc0"/><path d="M${(x ?? 0) - 28} ${y}h56M${x} ${(y ?? 0) - 28}v56" stroke="#8a8f93" stroke-width="4"/>`,
    )
    .join('')}</g>
<ellipse cx="470" cy="960" rx="260" ry="70" fill="#a98b4a" opacity=".55" filter="url(#soft)"/>
<rect x="1180" y="830" width="210" height="120" rx="60" fill="#c9b37a" stroke="#6b5a2c" stroke-width="4"/>
<path d="M1160 930q40 60 130 70t120-50" fill="#6fb39a" opacity=".8" filter="url(#soft)"/>`,
  '#6f726b',
)

const chassis = (rust: number) =>
  frame(`
<rect x="220" y="220" width="1160" height="800" rx="10" fill="#9aa0a1"/><rect x="220" y="220" width="1160" height="800" rx="10" fill="url(#light)"/>
<g fill="#6f7678">${Array.from({ length: 6 }, (_, r) => Array.from({ length: 12 }, (_, c) => `<rect x="${420 + c * 62}" y="${330 + r * 36}" width="40" height="14" rx="7"/>`).join('')).join('')}</g>
<rect x="280" y="640" width="520" height="300" fill="#858b8c" stroke="#5d6365" stroke-width="6"/><rect x="880" y="640" width="420" height="300" fill="#4d5254" stroke="#3a3e40" stroke-width="6"/>
<g opacity="${rust}" fill="#7a3f16">${Array.from({ length: 90 }, (_, i) => `<ellipse cx="${240 + ((i * 197) % 620)}" cy="${850 + ((i * 89) % 160)}" rx="${6 + ((i * 37) % 30)}" ry="${4 + ((i * 23) % 14)}" opacity="${0.25 + ((i * 13) % 50) / 100}"/>`).join('')}<path d="M240 1000q160-120 320-60t260 40v40H240z" fill="#8a4a1c" opacity=".55" filter="url(#soft)"/></g>`)

const tapeUnit = frame(`
<rect x="240" y="260" width="1120" height="740" rx="24" fill="#5d7566"/><rect x="240" y="260" width="1120" height="740" rx="24" fill="url(#light)"/>
<circle cx="520" cy="520" r="190" fill="#2c2f2d"/><circle cx="520" cy="520" r="150" fill="#d8cfae"/><circle cx="520" cy="520" r="56" fill="#3b3f3c"/>
<path d="M520 670q180 150 420 60" stroke="#d8cfae" stroke-width="44" fill="none"/>
<g fill="#5a553f">${Array.from({ length: 12 }, (_, i) => `<circle cx="${640 + i * 26}" cy="${722 + Math.sin(i / 3) * 8}" r="5"/>`).join('')}</g>
<rect x="930" y="600" width="300" height="200" rx="10" fill="#33383a"/><rect x="970" y="640" width="220" height="44" fill="#8f9496"/>
<g fill="#c7c2ac">${[0, 1, 2, 3].map((i) => `<rect x="${930 + i * 78}" y="870" width="60" height="44" rx="6"/>`).join('')}</g>
<rect x="960" y="360" width="250" height="80" fill="#cfc9b2"/>${letters('CORRAN P8', 1085, 412, 34, '#2b2b24', 'middle')}
<path d="M250 900l60-30 40 60-60 40z" fill="#8b8f86"/>`)

const printer = (crack: boolean) =>
  frame(`
<path d="M280 480h1040l60 470H220z" fill="#8d98a3"/><path d="M280 480h1040l60 470H220z" fill="url(#light)"/>
<rect x="360" y="330" width="880" height="190" rx="30" fill="#77828d"/><rect x="430" y="180" width="740" height="320" fill="#eeece0"/>
<g fill="#3c4148">${Array.from({ length: 7 }, (_, i) => `<rect x="480" y="${220 + i * 34}" width="${280 + ((i * 173) % 340)}" height="9"/>`).join('')}</g>
<rect x="400" y="505" width="800" height="34" rx="17" fill="#1e2124"/>
<g fill="#c9ced3">${[0, 1, 2, 3, 4].map((i) => `<rect x="${980 + i * 62}" y="860" width="46" height="34" rx="5"/>`).join('')}</g>
<rect x="320" y="860" width="250" height="56" fill="#d5d8da"/>${letters('HALDIS 300', 445, 899, 32, '#22262a', 'middle')}
${crack ? '<path d="M700 560l-46 90 34 60-52 110 24 90" fill="none" stroke="#20252b" stroke-width="6"/><path d="M688 710l60 40" stroke="#20252b" stroke-width="4"/>' : ''}`)

const box = (x: number, y: number, w: number, h: number, r: number, fill: string, more = '') =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="${r}" fill="${fill}" ${more}/>`
/** A body with the light on it. */
const shell = (x: number, y: number, w: number, h: number, r: number, fill: string) =>
  box(x, y, w, h, r, fill) + box(x, y, w, h, r, 'url(#light)')
const badge = (x: number, y: number, w: number, text: string) =>
  box(x, y, w, 56, 4, '#d8d4c4') + letters(text, x + w / 2, y + 39, 30, '#262620', 'middle')

/** A desk calculator: display above, keys below; `digits` is what it shows. */
const calculator = (body: string, name: string, digits: string, glow: string, columns: number) =>
  frame(
    `<path d="M420 250h760l110 800H310z" fill="${body}"/><path d="M420 250h760l110 800H310z" fill="url(#light)"/>` +
      box(470, 320, 660, 150, 14, '#15201d') +
      letters(digits, 520, 430, 100, glow) +
      badge(470, 500, 190, name) +
      keys(430, 600, columns, 4, Math.floor(640 / columns) - 8, '#e9e5d6'),
  )

const tillFront = frame(
  shell(300, 620, 1000, 400, 18, '#6f5a48') +
    shell(400, 380, 800, 260, 14, '#7d6754') +
    box(560, 200, 480, 160, 10, '#2c2722') +
    letters('12.40', 640, 312, 96, '#7fe0b0') +
    keys(450, 420, 8, 3, 52, '#efe9d8') +
    box(340, 800, 920, 180, 8, '#5e4c3d', 'stroke="#3f3229" stroke-width="5"') +
    `<circle cx="800" cy="890" r="26" fill="#b9a26a"/>` +
    box(1010, 430, 150, 160, 6, '#33302c') +
    badge(430, 720, 240, 'BRASKET 7'),
)

const ticketFront = frame(
  shell(520, 160, 560, 880, 26, '#35566b') +
    box(580, 230, 440, 130, 8, '#e7e3d2') +
    letters('RETURN  4.00', 622, 312, 44, '#22303a') +
    Array.from({ length: 8 }, (_, i) =>
      box(600 + (i % 2) * 215, 400 + Math.floor(i / 2) * 92, 190, 66, 8, i === 1 ? '#c8503a' : '#d9d5c6'),
    ).join('') +
    box(620, 800, 360, 26, 8, '#10181d') +
    `<path d="M700 812h200v150h-200z" fill="#efe6c4"/>` +
    letters('SKERRY', 735, 880, 36, '#6b2f22') +
    badge(640, 970, 320, 'NOORDA T2'),
)

const scaleFront = frame(
  shell(420, 640, 760, 380, 20, '#b8bcb6') +
    box(340, 570, 920, 70, 12, '#9aa09c') +
    shell(700, 180, 520, 300, 16, '#c6c9c3') +
    box(740, 480, 60, 100, 4, '#8a8f8b') +
    box(1120, 480, 60, 100, 4, '#8a8f8b') +
    box(750, 220, 420, 110, 8, '#1a1f1d') +
    letters('3.475 kg', 775, 300, 62, '#ff9a4a') +
    keys(760, 350, 6, 2, 46, '#e6e3d9') +
    badge(480, 900, 260, 'KILDE K15'),
)

const writerFront = frame(
  shell(260, 180, 780, 560, 30, '#c9c2ae') +
    box(340, 250, 620, 410, 40, '#0f1512') +
    Array.from({ length: 12 }, (_, i) =>
      box(390, 290 + i * 29, 260 + ((i * 151) % 260), 8, 0, '#e0c26a', 'opacity=".85"'),
    ).join('') +
    shell(1080, 300, 300, 440, 18, '#bdb6a2') +
    box(1110, 380, 240, 36, 4, '#2b2a25') +
    box(1110, 520, 240, 36, 4, '#2b2a25') +
    `<path d="M220 800h1130l70 230H160z" fill="#c9c2ae"/><path d="M220 800h1130l70 230H160z" fill="url(#light)"/>` +
    keys(290, 825, 16, 3, 50, '#ded8c6') +
    badge(1110, 650, 240, 'ORDAL 90'),
)

const bellFront = frame(
  shell(470, 480, 660, 540, 12, '#6d4a2f') +
    `<ellipse cx="800" cy="400" rx="250" ry="190" fill="#b98f3c"/><ellipse cx="800" cy="400" rx="250" ry="190" fill="url(#light)"/>` +
    box(780, 190, 40, 60, 10, '#7d5f25') +
    `<circle cx="1085" cy="430" r="36" fill="#4d4338"/><path d="M1085 430l-60 230" stroke="#4d4338" stroke-width="16"/>` +
    box(560, 600, 480, 180, 90, '#3a2a1d') +
    `<circle cx="660" cy="690" r="60" fill="#c9a658"/><circle cx="940" cy="690" r="60" fill="#c9a658"/>` +
    box(620, 860, 360, 80, 4, '#d8c58a'),
)

const labelFront = frame(
  shell(440, 480, 720, 480, 40, '#d7dad6') +
    `<path d="M480 490q320-210 640 0z" fill="#a9b4b4"/>` +
    box(560, 640, 480, 26, 10, '#20282a') +
    `<path d="M600 652h400v150h-400z" fill="#f6f4ea"/>` +
    letters('SHELF 3 B', 660, 745, 52, '#222', 'start') +
    `<circle cx="520" cy="880" r="16" fill="#4fae6a"/>` +
    badge(840, 870, 250, 'SKARV'),
)

/** As SVG, every letter in it a path. */
export const drawings = {
  'terminal before': terminal('#cdb98a', '#d6c595', false),
  'terminal after': terminal('#d9d5c4', '#e2dfd2', false),
  'terminal torn': terminal('#d6d1be', '#e2dfd2', true),
  underside,
  board,
  'chassis rust': chassis(0.95),
  'chassis clean': chassis(0.12),
  'tape unit': tapeUnit,
  'printer front': printer(false),
  'printer crack': printer(true),
  'calculator front': calculator('#d9d0b8', 'TELLIN 12', '1 024.5', '#58e0c8', 7),
  'small calculator front': calculator('#e6dfc9', 'VESSLA 8', '88', '#ff7a55', 5),
  'till front': tillFront,
  'ticket front': ticketFront,
  'scale front': scaleFront,
  'writer front': writerFront,
  'bell front': bellFront,
  'label front': labelFront,
  'lid yellowed': lidPicture(1, 0.03),
  'lid once': lidPicture(0.62, 0.05),
  'lid twice': lidPicture(0.42, 0.2),
  'lid thrice': lidPicture(0.28, 0.08),
} as const
export type PictureName = keyof typeof drawings
export const pictureNames = Object.keys(drawings) as PictureName[]

/** Renders every picture. Answers the bytes by name; the same code gives the same bytes. */
export async function renderPictures(): Promise<ReadonlyMap<PictureName, Buffer>> {
  const made = await Promise.all(
    pictureNames.map(
      async (name) =>
        [name, await sharp(Buffer.from(drawings[name])).jpeg({ quality: 86 }).toBuffer()] as const,
    ),
  )
  return new Map(made)
}

/** Pictures for telling the story where nobody looks at them: named by their name's hash. */
export const unseenPictures = (): Pictures =>
  Object.fromEntries(
    pictureNames.map((name) => [
      name,
      { file: createHash('sha256').update(name).digest('hex'), width, height },
    ]),
  ) as unknown as Pictures
