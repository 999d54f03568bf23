/** The band is all the chrome. It stands around every view of a signed-in person; without one, the sign-in page. */
import { say } from '#api/words/say.ts'
import { type BandPlace, placesFor, titleOf } from './places.ts'
import { Link, Outlet, useLocation, useNavigate } from 'react-router'
import { flushSync } from 'react-dom'
import { useQueryClient } from '@tanstack/react-query'
import {
  lazy,
  Suspense,
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type RefObject,
} from 'react'
import { DropdownMenu } from 'radix-ui'
import type { SessionAnswer } from '#api/session.ts'
import type { Role } from '#core/roles.ts'
import { SignIn } from '#web/features/session/SignIn.tsx'
import { keys } from './keys.ts'
import { remove } from './http.ts'
import { listen } from './live.ts'
import { currentSize, currentTheme, keysOn, setLook, soundOn } from './look.ts'
import { useOutboxState } from './outbox.ts'
import type FindBox from './Find.tsx'
import { WaitLine } from './WaitLine.tsx'
import { SignedProvider, useSession, type SignedIn } from './session.tsx'

const OutboxSlip = lazy(() => import('./OutboxSlip.tsx'))
const Ringer = lazy(() => import('./Ringer.tsx'))
const KeysSlip = lazy(() => import('./KeysSlip.tsx'))
const AccountSlip = lazy(() => import('./AccountSlip.tsx'))
const ProveAgain = lazy(() => import('./ProveAgain.tsx'))

export function Shell() {
  const { data, error } = useSession()
  if (!data)
    return error ? (
      <p className="p-8">{say('The server does not answer. This page tries again by itself.')}</p>
    ) : null
  if (!data.house) return <NotSetUp />
  if (!data.me) return <SignIn house={data.house.name} demo={data.demo} />
  return (
    <SignedProvider value={{ house: data.house, me: data.me, demo: data.demo }}>
      <Band signed={{ house: data.house, me: data.me, demo: data.demo }} />
    </SignedProvider>
  )
}

function NotSetUp() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="font-display text-24 mb-2 font-semibold">{say('This collection has no steward yet')}</h1>
      <p>
        {say(
          'The server printed a one-time link when it started. Open that link to name the collection and its first steward.',
        )}
      </p>
    </main>
  )
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

function Band({ signed }: { signed: SignedIn }) {
  const client = useQueryClient()
  const location = useLocation()
  const search = useRef<HTMLInputElement>(null)
  const [open, setOpen] = useState<'outbox' | 'keys' | 'account' | undefined>()
  const online = useOnline()
  const { waiting, why } = useOutboxState(signed.me.account)
  const refused = waiting.filter((w) => w.refused !== undefined).length
  const places = placesFor(signed.me.role)
  const toggleKeys = useCallback(() => setOpen((now) => (now === 'keys' ? undefined : 'keys')), [])
  // A machine that is not there is never taken for one of the house.
  const practising = location.pathname.startsWith('/practice')
  useLayoutEffect(() => {
    document.documentElement.toggleAttribute('data-practice', practising)
  }, [practising])

  useEffect(() => listen(client), [client])
  // A new view has its title at once, before it says its own, and the focus, unless something in it has taken it.
  useLayoutEffect(() => {
    document.title = `${titleOf(location.pathname)} · ${signed.house.name}`
  }, [location.pathname, signed.house.name])
  useEffect(() => {
    if (document.activeElement === document.body)
      document.getElementById('view')?.focus({ preventScroll: true })
  }, [location.pathname])
  useSingleKeys(places, search, toggleKeys)

  return (
    <div className="flex min-h-screen flex-col">
      <a href="#view" className="bg-next absolute -top-20 left-2 z-20 p-2 focus:top-2">
        {say('Skip to content')}
      </a>
      <header className="border-line bg-ground noprint sticky top-0 z-10 flex h-(--band) shrink-0 flex-wrap content-stretch items-center gap-x-5 border-b px-4 max-lg:gap-x-3 max-sm:px-2 sm:flex-nowrap">
        <span className="font-display max-w-52 min-w-0 truncate font-semibold max-sm:max-w-28">
          {signed.house.name}
        </span>
        {practising && (
          <span className="border-ink rounded-sm border-2 px-2 font-bold whitespace-nowrap">
            {say('Practice')}
          </span>
        )}
        <PlacesNav places={places} />
        <FindField role={signed.me.role} field={search} />
        {!online && <span className="text-copper font-bold">{say('Offline')}</span>}
        <NotSent waiting={waiting.length} refused={refused} onOpen={() => setOpen('outbox')} />
        <Who signed={signed} onKeys={() => setOpen('keys')} onAccount={() => setOpen('account')} />
      </header>
      {why && waiting.length > refused && open !== 'outbox' && (
        <WaitLine why={why} waiting={waiting.length - refused} />
      )}
      <Suspense fallback={null}>
        {signed.me.role !== 'guest' && <Ringer />}
        {open === 'outbox' && <OutboxSlip account={signed.me.account} onClose={() => setOpen(undefined)} />}
        {open === 'keys' && <KeysSlip onClose={() => setOpen(undefined)} />}
        {open === 'account' && <AccountSlip onClose={() => setOpen(undefined)} />}
        <ProveAgain />
      </Suspense>
      <div id="view" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
        <Outlet />
      </div>
    </div>
  )
}

function PlacesNav({ places }: { places: readonly BandPlace[] }) {
  const location = useLocation()
  return (
    <nav
      aria-label={say('Places')}
      className="flex h-full shrink-0 gap-1 max-sm:gap-0 max-sm:order-last max-sm:h-9 max-sm:w-full"
    >
      {places.map((place) => (
        <Link
          key={place.path}
          to={place.path}
          aria-current={isHere(place.path, location.pathname) ? 'page' : undefined}
          className={`flex h-full items-center gap-1.5 border-b-[3px] px-2.5 max-sm:px-[3px] max-sm:text-13 ${isHere(place.path, location.pathname) ? 'border-verdigris font-bold' : 'border-transparent hover:border-line'}`}
        >
          <span className="num text-13 text-quiet font-normal max-lg:hidden">{place.digit}</span>
          {place.short ? (
            <>
              <span className="max-lg:hidden">{place.name}</span>
              <span className="lg:hidden">{place.short}</span>
            </>
          ) : (
            place.name
          )}
        </Link>
      ))}
    </nav>
  )
}

/** A machine’s page is of the collection. */
const isHere = (place: string, pathname: string): boolean =>
  pathname === place ||
  (place !== '/' && pathname.startsWith(`${place}/`)) ||
  (place === '/collection' && pathname.startsWith('/machines'))

function NotSent({ waiting, refused, onOpen }: { waiting: number; refused: number; onOpen: () => void }) {
  return (
    <>
      {waiting > 0 && (
        <button type="button" className="num act whitespace-nowrap" onClick={onOpen}>
          {refused === 0
            ? say('{waiting} not sent yet', { waiting })
            : refused === waiting
              ? say('{refused} refused', { refused })
              : say('{waiting} not sent yet, {refused} refused', { waiting: waiting - refused, refused })}
        </button>
      )}
    </>
  )
}

function useSingleKeys(
  places: readonly BandPlace[],
  search: RefObject<HTMLInputElement | null>,
  onKeys: () => void,
) {
  const location = useLocation()
  const navigate = useNavigate()
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target) || !keysOn()) return
      // A digit goes to a place only where nothing is being done: no button has the focus, no form is open.
      const idle =
        (event.target === document.body || (event.target as HTMLElement).id === 'view') &&
        !document.querySelector('[data-slip]')
      const place = idle ? places.find((p) => p.digit === event.key) : undefined
      if (place && !location.pathname.includes('/episodes/')) void navigate(place.path)
      else if (event.key === '/') search.current?.focus()
      else if (event.key === '?') onKeys()
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  }, [navigate, places, location.pathname, search, onKeys])
}

function useOnline() {
  const [online, setOnline] = useState(navigator.onLine)
  useEffect(() => {
    const change = () => setOnline(navigator.onLine)
    window.addEventListener('online', change)
    window.addEventListener('offline', change)
    return () => {
      window.removeEventListener('online', change)
      window.removeEventListener('offline', change)
    }
  }, [])
  return online
}

/** A plain field until it is gone to: then it looks as one types. What was typed meanwhile stays in it. */
function FindField({ role, field }: { role: Role; field: RefObject<HTMLInputElement | null> }) {
  const navigate = useNavigate()
  const [ready, setReady] = useState<{ readonly Find: typeof FindBox; readonly start: string }>()
  if (ready) return <ready.Find role={role} field={field} start={ready.start} />
  return (
    <form
      role="search"
      className="ml-auto w-60 min-w-24 shrink max-sm:w-auto max-sm:flex-1"
      onSubmit={(event) => {
        event.preventDefault()
        const words = field.current?.value.trim() ?? ''
        if (words) void navigate(`/collection?q=${encodeURIComponent(words)}`)
      }}
    >
      <input
        ref={field}
        aria-label={say('Find a machine, part, tag')}
        placeholder={say('Find a machine, part, tag  /')}
        className="field gloved h-8"
        onFocus={() =>
          // Read and replaced in one go: no key falls between the two fields.
          void import('./Find.tsx').then(({ default: Find }) =>
            flushSync(() => setReady({ Find, start: field.current?.value ?? '' })),
          )
        }
      />
    </form>
  )
}

function Who({ signed, onKeys, onAccount }: { signed: SignedIn; onKeys: () => void; onAccount: () => void }) {
  const client = useQueryClient()
  const [, again] = useState(0)
  const look = (key: 'theme' | 'size' | 'keys' | 'sound', value: string) => {
    setLook(key, value)
    again((n) => n + 1)
  }
  const signOut = async () => {
    await remove('/session')
    // What this person saw leaves the device; what they wrote and was not sent stays in their own box.
    navigator.serviceWorker?.controller?.postMessage('forget')
    await (await import('./device-episodes.ts')).forgetEpisodes(signed.me.account)
    ;(await import('./device-fold.ts')).forgetFacts(signed.me.account)
    client.setQueryData(keys.session, (old: SessionAnswer | undefined) => (old ? { ...old, me: null } : old))
    client.clear()
    await client.invalidateQueries()
  }
  const item = 'flex h-9 cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-ground'
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="num gloved hover:border-line h-8 rounded-sm border border-transparent px-2"
        aria-label={say('{initials}: {name}, {role}, account and display', {
          initials: signed.me.initials,
          name: signed.me.name,
          role: signed.me.role,
        })}
      >
        {signed.me.initials}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="bg-next border-line z-30 min-w-56 rounded-sm border py-1"
        >
          <DropdownMenu.Label className="px-3 py-2">
            <span className="block font-bold">{signed.me.name}</span>
            <span className="text-13 text-quiet">{signed.me.role}</span>
            {!globalThis.isSecureContext && (
              <span className="text-13 text-quiet block max-w-56">
                {say('Offline opening needs HTTPS on this address.')}
              </span>
            )}
          </DropdownMenu.Label>
          <DropdownMenu.Item
            className={item}
            onSelect={() => look('theme', currentTheme() === 'dark' ? 'light' : 'dark')}
          >
            {currentTheme() === 'dark' ? say('Light') : say('Dark')}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={item}
            onSelect={() => look('size', currentSize() === 'bench' ? 'desk' : 'bench')}
          >
            {currentSize() === 'bench' ? say('Desk size') : say('Bench size')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => look('keys', keysOn() ? 'off' : 'on')}>
            {keysOn() ? say('Keyboard shortcuts: on') : say('Keyboard shortcuts: off')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => look('sound', soundOn() ? 'off' : 'on')}>
            {soundOn() ? say('Sound of waits: on') : say('Sound of waits: off')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={onKeys}>
            {say('Keys of this view')}
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="bg-hair my-1 h-px" />
          <DropdownMenu.Item className={item} onSelect={onAccount}>
            {say('Account and sign-ins')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void signOut()}>
            {say('Sign out')}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
