/** What machines are to be ready for, and the work that is planned on them. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PlanAnswer, PlanMachine } from '#api/plan.ts'
import { endChoices, mattersChoices, wantedWords } from '#api/words/jobs.ts'
import { list } from '#api/words/lists.ts'
import type { End } from '#core/history/bodies/job.ts'
import { jobKey } from '#core/plan/figures.ts'
import { useSendOne } from '#web/app/send.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { JobSlip } from './JobSlip.tsx'
import { WorthSlip } from './WorthSlip.tsx'

export function Wanted({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  const planned = data.machines.filter((m) => m.wanted || m.jobs.length > 0)
  const [adding, setAdding] = useState(false)
  return (
    <section aria-label={say('Machines that are wanted')} className="space-y-2">
      <h3 className="headrule">{say('What machines are wanted for')}</h3>
      {planned.length === 0 && (
        <p className="text-quiet">
          {say(
            'No machine is wanted for anything yet. Say what one is to be ready for: the plan then comes from what its record leaves to do.',
          )}
        </p>
      )}
      <ul>
        {planned.map((m) => (
          <Machine key={m.id} data={data} machine={m} plans={plans} />
        ))}
      </ul>
      {plans && !adding && <PlainButton onClick={() => setAdding(true)}>{say('Plan a machine')}</PlainButton>}
      {adding && <WantedSlip data={data} onClose={() => setAdding(false)} />}
    </section>
  )
}

function Machine({ data, machine, plans }: { data: PlanAnswer; machine: PlanMachine; plans: boolean }) {
  const { send, error } = useSendOne()
  const [open, setOpen] = useState<'wanted' | 'job' | 'worth'>()
  const left = machine.jobs.map((job) => ({
    job,
    steps: job.steps.filter((_, n) => !machine.done.includes(jobKey(job.id, n))),
  }))
  return (
    <li className="border-hair space-y-1 border-b py-2">
      <div className="flex flex-wrap items-baseline gap-x-6">
        <span className="min-w-0 flex-1">
          <Link to={`/machines/${machine.id}`} className="font-bold hover:underline">
            {machine.name} <span className="num text-13">{machine.number}</span>
          </Link>{' '}
          {machine.wanted ? wantedWords(machine.wanted) : say('only the work that is planned on it')}
          {machine.wanted?.matters === 3
            ? `, ${say('matters most')}`
            : machine.wanted?.matters === 1
              ? `, ${say('matters a little')}`
              : ''}
        </span>
        <Act onClick={() => setOpen('worth')}>{say('Worth it?')}</Act>
        {plans && (
          <>
            <Act onClick={() => setOpen('job')}>{say('Plan work')}</Act>
            <Act onClick={() => setOpen('wanted')}>
              {machine.wanted ? say('Change') : say('Say what for')}
            </Act>
            {machine.wanted && (
              <Act onClick={() => void send({ kind: 'job', what: 'not wanted', machine: machine.id })}>
                {say('Leave it out')}
              </Act>
            )}
          </>
        )}
      </div>
      {left.map(({ job, steps }) => (
        <p key={job.id} className="flex flex-wrap items-baseline gap-x-4 pl-4">
          <span>
            {job.name}: {steps.length === 0 ? say('all done') : list(steps.map((s) => s.what))}
          </span>
          {plans && (
            <Act
              aria-label={say('Drop {name} of {machineName}', { name: job.name, machineName: machine.name })}
              onClick={() => void send({ kind: 'job', what: 'dropped', machine: machine.id, job: job.id })}
            >
              {say('Drop it')}
            </Act>
          )}
        </p>
      ))}
      <Said error={error} />
      {open === 'wanted' && <WantedSlip data={data} machine={machine} onClose={() => setOpen(undefined)} />}
      {open === 'job' && <JobSlip data={data} machine={machine} onClose={() => setOpen(undefined)} />}
      {open === 'worth' && <WorthSlip data={data} machine={machine} onClose={() => setOpen(undefined)} />}
    </li>
  )
}

function WantedSlip({
  data,
  machine,
  onClose,
}: {
  data: PlanAnswer
  machine?: PlanMachine
  onClose: () => void
}) {
  const { send, error } = useSendOne()
  const free = data.machines.filter((m) => !m.wanted)
  const [id, setId] = useState<string>(machine?.id ?? free[0]?.id ?? '')
  const [end, setEnd] = useState<string>(machine?.wanted?.end ?? 'shown running')
  const [by, setBy] = useState(machine?.wanted?.by ?? '')
  const [promised, setPromised] = useState(machine?.wanted?.promised ?? false)
  const [matters, setMatters] = useState(String(machine?.wanted?.matters ?? 2))
  const [words, setWords] = useState(machine?.wanted?.words ?? '')
  const todo = data.machines.find((m) => m.id === id)?.todo ?? []
  if (!machine && free.length === 0)
    return (
      <p className="text-quiet">
        {say('Every machine that is open or has work to do is planned for already.')}
      </p>
    )
  return (
    <Slip
      title={machine ? say('What {name} is wanted for', { name: machine.name }) : say('Plan a machine')}
      onClose={onClose}
    >
      <form
        className="grid grid-cols-3 items-end gap-3 max-md:grid-cols-1"
        onSubmit={(e) => {
          e.preventDefault()
          void send({
            kind: 'job',
            what: 'wanted',
            machine: id as never,
            end: end as End,
            promised: promised && by !== '',
            matters: Number(matters) as 1 | 2 | 3,
            ...(by ? { by } : {}),
            ...(words.trim() ? { words: words.trim() } : {}),
          }).then((sent) => sent && onClose())
        }}
      >
        {!machine && (
          <SelectField
            label={say('Machine')}
            options={free.map((m) => ({ value: m.id, label: `${m.name}, ${m.number}` }))}
            value={id}
            onChange={(e) => setId(e.target.value)}
          />
        )}
        <WantedFields
          end={end}
          onEnd={setEnd}
          by={by}
          onBy={setBy}
          matters={matters}
          onMatters={setMatters}
          words={words}
          onWords={setWords}
          promised={promised}
          onPromised={setPromised}
        />
        <p className="text-quiet col-span-full">
          {todo.length > 0
            ? say('Its record leaves to do: {todo}.', { todo: list(todo.map((t) => t.act)) })
            : say('Its record leaves nothing to do; plan work on it.')}
        </p>
        <p className="col-span-full flex items-center gap-4">
          <PlainButton type="submit">{machine ? say('Keep it so') : say('Plan this machine')}</PlainButton>
          <Act onClick={onClose}>{say('Cancel')}</Act>
        </p>
        <Said error={error} />
      </form>
    </Slip>
  )
}

function WantedFields({
  end,
  onEnd,
  by,
  onBy,
  matters,
  onMatters,
  words,
  onWords,
  promised,
  onPromised,
}: {
  end: string
  onEnd: (value: string) => void
  by: string
  onBy: (value: string) => void
  matters: string
  onMatters: (value: string) => void
  words: string
  onWords: (value: string) => void
  promised: boolean
  onPromised: (value: boolean) => void
}) {
  return (
    <>
      <SelectField
        label={say('What for')}
        options={endChoices}
        value={end}
        onChange={(e) => onEnd(e.target.value)}
      />
      <TextField
        label={say('Ready by the end of')}
        type="date"
        className="num"
        value={by}
        onChange={(e) => onBy(e.target.value)}
      />
      <SelectField
        label={say('It matters')}
        options={mattersChoices}
        value={matters}
        onChange={(e) => onMatters(e.target.value)}
      />
      <TextField label={say('Open day, borrower')} value={words} onChange={(e) => onWords(e.target.value)} />
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          checked={promised}
          disabled={by === ''}
          onChange={(e) => onPromised(e.target.checked)}
        />
        {say('Promised to somebody')}
      </label>
    </>
  )
}
