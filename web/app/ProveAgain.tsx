/** Asks for the password once more, where somebody at a session that was left open must not go on. */
import { say } from '#api/words/say.ts'
import { Dialog } from 'radix-ui'
import { useEffect, useState } from 'react'
import { useForm } from 'react-hook-form'
import { Act, MainButton, Said, TextField } from '#web/ui/Forms.tsx'
import { post, setProver, wordsOf } from './http.ts'

export default function ProveAgain() {
  const [answer, setAnswer] = useState<{ readonly given: (proven: boolean) => void }>()
  const [error, setError] = useState<string>()
  const { register, handleSubmit, reset } = useForm({ defaultValues: { password: '' } })
  useEffect(() => {
    setProver(() => new Promise<boolean>((given) => setAnswer({ given })))
    return () => setProver(() => Promise.resolve(false))
  }, [])
  const close = (proven: boolean) => {
    answer?.given(proven)
    setAnswer(undefined)
    setError(undefined)
    reset()
  }
  const prove = handleSubmit(async (said) => {
    try {
      await post('/session/proof', said)
      close(true)
    } catch (failure) {
      setError(wordsOf(failure))
    }
  })
  return (
    <Dialog.Root open={answer !== undefined} onOpenChange={(open) => !open && close(false)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="bg-next border-verdigris fixed top-1/4 left-1/2 z-50 w-[min(28rem,92vw)] -translate-x-1/2 border-l-4 p-5">
          <Dialog.Title className="font-display text-18 mb-1 font-semibold">
            {say('Your password once more')}
          </Dialog.Title>
          <Dialog.Description className="text-quiet mb-4">
            {say(
              'This changes who may see or do something here, or erases something for good. What you give holds for ten minutes.',
            )}
          </Dialog.Description>
          <form className="space-y-3" onSubmit={(event) => void prove(event)}>
            <TextField
              label={say('Password')}
              type="password"
              autoComplete="current-password"
              required
              autoFocus
              {...register('password')}
            />
            <Said error={error} />
            <p className="flex items-center gap-6">
              <MainButton type="submit">{say('Go on')}</MainButton>
              <Act onClick={() => close(false)}>{say('Leave it as it was')}</Act>
            </p>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
