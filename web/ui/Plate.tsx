/** The rating plate, in three sizes. The one dark object of a view; as a tag it is outlined. */
import { say, shown } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { Plate } from '#core/views/machine-shape.ts'
import { Face } from './Face.tsx'

const needsWords: Readonly<Record<string, string>> = {
  mains: say('authorised only'),
  'picture tube': say('treat as charged'),
  'switch on': say('authorised only'),
  lithium: say('authorised only'),
  chemicals: say('authorised only'),
}
const stampTitles: Readonly<Record<string, string>> = {
  mains: say('Mains inside'),
  'picture tube': say('Picture tube'),
  'live chassis': say('Live chassis'),
  'lithium cell': say('Lithium cell'),
  'high voltage': say('High voltage'),
  sharp: say('Sharp edges'),
  heavy: say('Heavy'),
  toxic: say('Toxic'),
}

function Fact({ label, value }: { label: string; value: string | undefined }) {
  if (!value) return null
  return (
    <div className="min-w-0">
      <dt className="text-plate-label text-13 whitespace-nowrap">{label}</dt>
      <dd className="num text-15 whitespace-nowrap max-sm:whitespace-normal">{value}</dd>
    </div>
  )
}

export function FullPlate({ id, plate }: { id: string; plate: Plate }) {
  return (
    <section aria-label={say('Rating plate')} className="bg-plate text-lettering rounded-sm p-[3px]">
      <div className="border-plate-label flex min-h-[90px] items-center gap-6 rounded-sm border px-4 py-2 max-sm:flex-wrap max-sm:gap-x-4 max-sm:gap-y-2">
        {plate.face && (
          <Link
            to={`/machines/${id}?show=photos`}
            aria-label={say('Photographs of it')}
            className="-my-1 -ml-3 shrink-0"
          >
            <Face machine={id} plate={plate} px={80} />
          </Link>
        )}
        <div className="min-w-0 flex-1 max-sm:basis-40">
          <h1 className="font-display text-24 max-sm:text-18 mb-1.5 font-semibold">{plate.name}</h1>
          <dl className="flex flex-wrap gap-x-5 gap-y-1">
            <Fact
              label={plate.number === plate.entryNumber ? say('Entry') : say('Accession')}
              value={plate.number}
            />
            <Fact
              label={say('Type, revision')}
              value={[plate.typeName ?? say('not known yet'), plate.revision].filter(Boolean).join(' / ')}
            />
            <Fact label={say('Serial')} value={plate.serial} />
            <Fact label={say('Mains')} value={plate.mains} />
            <Fact label={say('Made')} value={plate.made} />
            <Fact label={say('Weight')} value={plate.weight} />
            <Fact label={say('Owner')} value={plate.ofHouse ? undefined : plate.owner} />
          </dl>
        </div>
        <ul className="flex shrink-0 gap-3 max-sm:basis-full max-sm:flex-wrap">
          {plate.stamps.slice(0, 3).map((stamp) => (
            <li
              key={stamp.kind}
              title={stamp.words}
              className="border-stamp text-stamp rounded-sm border-2 px-3 py-1.5"
            >
              <div className="font-bold whitespace-nowrap">{stampTitles[stamp.kind] ?? stamp.kind}</div>
              <div className="text-13 whitespace-nowrap">
                {stamp.needs ? needsWords[stamp.needs] : say('take care')}
              </div>
            </li>
          ))}
        </ul>
      </div>
    </section>
  )
}

/** 190 × 84, outlined with a double hairline: Bench and lists. */
export function PlateTag({ id, plate, below }: { id: string; plate: Plate; below?: string | undefined }) {
  return (
    <Link
      to={`/machines/${id}`}
      className="border-line bg-sheet hover:border-verdigris block h-[84px] w-[190px] shrink-0 rounded-sm border p-[2px]"
    >
      <span className="border-line flex h-full flex-col rounded-sm border px-2.5 py-1.5">
        <span className="flex min-h-0 justify-between gap-2">
          <span className="font-display text-15 line-clamp-2 leading-tight font-medium">{plate.name}</span>
          <Face machine={id} plate={plate} px={34} className="shrink-0" />
        </span>
        <span className="num text-13 mt-auto flex justify-between gap-2">
          <span className="text-quiet truncate">{plate.number}</span>
          {below && <span className="truncate">{below}</span>}
        </span>
      </span>
    </Link>
  )
}

const shortHazards: Readonly<Record<string, string>> = {
  'picture tube': say('tube'),
  'high voltage': say('HV'),
  'lithium cell': say('lithium'),
  'live chassis': say('live'),
}
export const hazardWord = (kind: string): string => shortHazards[kind] ?? shown(kind)
export const stampTitle = (kind: string): string => stampTitles[kind] ?? shown(kind)

/** 48 px, over views that work on one machine. */
export function StripPlate({
  plate,
  to,
  children,
}: {
  plate: Plate
  to: string
  children?: React.ReactNode
}) {
  return (
    <header className="bg-plate text-lettering flex min-h-12 items-center gap-4 rounded-sm px-4 py-1.5 max-sm:flex-wrap max-sm:gap-y-1">
      <h1 className="min-w-0 truncate max-sm:basis-full">
        <Link to={to} className="font-display text-18 font-semibold hover:underline">
          {plate.name}
        </Link>
      </h1>
      <span className="num text-plate-label whitespace-nowrap">{plate.number}</span>
      <span className="num text-plate-label truncate max-md:hidden">
        {[
          plate.typeName,
          plate.revision,
          plate.serial ? say('serial {serial}', { serial: plate.serial }) : '',
        ]
          .filter(Boolean)
          .join(' / ')}
      </span>
      <span className="ml-auto flex items-center gap-3 max-sm:flex-wrap">
        {plate.stamps.slice(0, 2).map((s) => (
          <span
            key={s.kind}
            title={s.words}
            className="border-stamp text-stamp text-13 border px-2 font-bold whitespace-nowrap"
          >
            {stampTitles[s.kind] ?? s.kind}
          </span>
        ))}
        {children}
      </span>
    </header>
  )
}
