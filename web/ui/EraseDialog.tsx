/** Erasing for good: the one act that cannot be undone, so it stands in the middle of the screen and says what it does. */
import { say } from '#api/words/say.ts'
import { Dialog } from 'radix-ui'
import { useState } from 'react'
import { grounds, type Ground } from '#core/history/bodies/erasure.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import type { Writing } from '#web/app/session.tsx'
import { useSend } from '#web/app/send.ts'
import { Act, MainButton, Said, SelectField } from './Forms.tsx'

const groundWords: Readonly<Record<Ground, string>> = {
  'personal data': say('It holds personal data'),
  'picture wrongly kept': say('The picture should not have been kept'),
}

export function EraseDialog({
  title,
  says,
  ground: first,
  correct = [],
  writings,
  episode,
  onClose,
}: {
  /** What is erased, as a heading. */
  title: string
  /** What is left afterwards, in a sentence. */
  says: string
  ground: Ground
  /** Corrections that come first, so that something stands in place of what is erased. */
  correct?: readonly Writing[]
  /** What is written, once the ground is known. */
  writings: (ground: Ground) => readonly Writing[]
  episode?: string | undefined
  onClose: (erased: boolean) => void
}) {
  const [ground, setGround] = useState<Ground>(first)
  const [corrected, setCorrected] = useState(false)
  const { send, error, busy } = useSend()
  const erase = async () => {
    if (!corrected && correct.length > 0) {
      if (!(await send(correct))) return
      setCorrected(true)
    }
    if (await send(writings(ground).map((w) => ({ ...w, episode })))) onClose(true)
  }
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose(false)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-60 bg-black/40" />
        <Dialog.Content className="bg-next border-oxide fixed top-1/4 left-1/2 z-70 w-[min(32rem,92vw)] -translate-x-1/2 border-l-4 p-5">
          <Dialog.Title className="font-display text-18 mb-2 font-semibold">{title}</Dialog.Title>
          <Dialog.Description className="mb-4">
            {say(
              '{says} It cannot be undone. Backups made before still hold it: putting one back here erases it again, elsewhere it does not.',
              { says },
            )}
          </Dialog.Description>
          <SelectField
            label={say('Ground')}
            value={ground}
            onChange={(e) => setGround(e.target.value as Ground)}
            options={grounds.map((value) => ({ value, label: groundWords[value] }))}
          />
          <Said error={error} />
          <p className="mt-4 flex items-center gap-6">
            <MainButton className="bg-oxide! text-next!" disabled={busy} onClick={() => void erase()}>
              {say('Erase for good')}
            </MainButton>
            <Act onClick={() => onClose(false)}>{say('Keep it')}</Act>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** One entry, or what it said before it was corrected. */
export const erasing =
  (entry: EntryId, what: 'all' | 'superseded') =>
  (ground: Ground): readonly Writing[] => [{ body: { kind: 'erasure', entry, what, ground } satisfies Body }]
