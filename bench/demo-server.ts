/** The demo's server as a child process, and a signed-in page in it, for measurements through the real interface. */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromium, type Browser, type Page } from '@playwright/test'

const root = path.resolve(import.meta.dirname, '..')
const port = process.env['PORT'] ?? '4199'
export const address = `http://127.0.0.1:${port}`

export class DemoServer {
  private child: ChildProcess | undefined
  private readonly data = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-'))

  /** Answers once it is up. Throws when it does not come up within half a minute. */
  async start() {
    this.child = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
      cwd: root,
      stdio: 'ignore',
      env: {
        ...process.env,
        NODE_ENV: 'production',
        ANAMNESIS_DATA: this.data,
        ANAMNESIS_WEB: path.join(root, 'dist/web'),
        ANAMNESIS_DEMO: '1',
        PORT: port,
      },
    })
    for (let i = 0; i < 600; i++) {
      const up = await fetch(`${address}/api/health`).then(
        (r) => r.ok,
        () => false,
      )
      if (up) return
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    throw new Error('the server did not come up')
  }

  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL') {
    const gone = new Promise((resolve) => this.child?.once('exit', resolve))
    this.child?.kill(signal)
    await gone
  }
}

export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  })

/** A page of a person of the house at `address`, on the size of a tablet unless another is given. */
export async function signedIn(
  browser: Browser,
  email: string,
  { password = 'museum-workshop', at = address, viewport = { width: 834, height: 1112 } } = {},
): Promise<Page> {
  const page = await (await browser.newContext({ viewport })).newPage()
  await page.goto(at)
  await page.getByLabel('E-mail address').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByRole('navigation', { name: 'Places' }).waitFor()
  return page
}
