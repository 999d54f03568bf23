import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { drawings, pictureNames } from './pictures.ts'

describe('the demo’s pictures', () => {
  it.each(pictureNames)('%s has no text that would need a font of the machine', (name) =>
    expect(drawings[name]).not.toMatch(/<text|font-family|NaN/),
  )
  it('are rendered with their lettering, and without a complaint, where there are no fonts and no font configuration', () => {
    const script = `const { renderPictures } = await import('./demo/pictures.ts'); const { createHash } = await import('node:crypto'); for (const [name, bytes] of await renderPictures()) console.log(name, createHash('sha256').update(bytes).digest('hex'))`
    const render = (env: Record<string, string>) =>
      spawnSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
        encoding: 'utf8',
        env: { ...process.env, ...env },
      })
    const bare = render({
      FONTCONFIG_FILE: '/nonexistent',
      FONTCONFIG_PATH: '/nonexistent',
      HOME: '/nonexistent',
    })
    expect(bare.stderr).toBe('')
    expect(bare.stdout).toBe(render({}).stdout)
    expect(bare.stdout.split('\n').filter(Boolean)).toHaveLength(pictureNames.length)
  }, 60_000)
})
