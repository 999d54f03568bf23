/**
 * `npm run outside`: what the product writes is read by tools that share no code with it, from Debian's packages. Their outputs are
 * kept in fixtures/outside, where `npm test` holds the product against them without those tools.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { chromiumPath, ensureChromium, ensurePackages, root } from './provision.mjs'

const packages = [
  'zbar-tools',
  'poppler-utils',
  'python3-icalendar',
  'python3-vobject',
  'python3-gi',
  'gir1.2-ical-3.0',
]
ensurePackages()
ensureChromium()
const missing = packages.filter((name) => spawnSync('dpkg', ['-s', name], { stdio: 'ignore' }).status !== 0)
if (missing.length > 0)
  execFileSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], {
    stdio: ['ignore', 'ignore', 'inherit'],
  })

const folder = path.join(root, 'fixtures', 'outside')
mkdirSync(folder, { recursive: true })
const node = (...args) => execFileSync(process.execPath, args, { cwd: root, stdio: 'inherit' })
node('--import', 'tsx', 'tools/outside/make.ts', folder)
execFileSync('/usr/bin/python3', [path.join(root, 'tools/outside/read.py'), folder], { stdio: 'inherit' })

// The paper is printed by the browser, and what stands on the print is read back.
const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
})
const page = await browser.newPage()
await page.setContent(readFileSync(path.join(folder, 'paper.html'), 'utf8'))
const pdf = path.join(folder, 'paper.pdf')
await page.pdf({ path: pdf, preferCSSPageSize: true })
await browser.close()
const text = execFileSync('pdftotext', ['-layout', pdf, '-']).toString()
writeFileSync(path.join(folder, 'paper.pdftotext.txt'), text)
const picture = path.join(folder, 'paper')
execFileSync('pdftoppm', ['-r', '200', '-png', '-singlefile', pdf, picture])
const codes = execFileSync('zbarimg', ['--quiet', '--raw', `${picture}.png`]).toString()
writeFileSync(path.join(folder, 'paper.zbarimg.txt'), codes)
for (const name of [pdf, `${picture}.png`]) if (existsSync(name)) rmSync(name)
console.log(`read back: ${codes.trim()}; the outputs are in fixtures/outside`)
