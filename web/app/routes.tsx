/** Every place has its own chunk; the sign-in page and Bench load first. */
import { lazy, Suspense } from 'react'
import { createBrowserRouter, type RouteObject } from 'react-router'
import { BenchView } from '#web/features/bench/BenchView.tsx'
import { useSigned } from './session.tsx'
import { Shell } from './Shell.tsx'
import { Missing, Trouble } from './Trouble.tsx'

const GuestHome = lazy(() => import('#web/features/loans/GuestHome.tsx').then((m) => ({ default: m.View })))

/** Where somebody begins: the house at the bench, a guest with what is theirs. */
function Home() {
  const { me } = useSigned()
  return me.role === 'guest' ? (
    <Suspense fallback={null}>
      <GuestHome />
    </Suspense>
  ) : (
    <BenchView />
  )
}

const lazyView = (
  load: () => Promise<{ readonly View: React.ComponentType }>,
): Pick<RouteObject, 'lazy'> => ({ lazy: async () => ({ Component: (await load()).View }) })

export const router = createBrowserRouter([
  {
    path: '/first-run/:token',
    ErrorBoundary: Trouble,
    ...lazyView(() => import('#web/features/session/FirstRun.tsx')),
  },
  {
    path: '/invitation/:token',
    ErrorBoundary: Trouble,
    ...lazyView(() => import('#web/features/session/Invitation.tsx')),
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Trouble,
    HydrateFallback: () => null,
    children: [
      {
        ErrorBoundary: Trouble,
        children: [
          { index: true, Component: Home },
          { path: 'collection', ...lazyView(() => import('#web/features/machines/CollectionView.tsx')) },
          { path: 'machines/new', ...lazyView(() => import('#web/features/machines/RegisterView.tsx')) },
          { path: 'collection/storage', ...lazyView(() => import('#web/features/machines/StorageView.tsx')) },
          { path: 'collection/table', ...lazyView(() => import('#web/features/machines/TableView.tsx')) },
          { path: 'batches', ...lazyView(() => import('#web/features/batches/BatchesView.tsx')) },
          { path: 'batches/:id/whole', ...lazyView(() => import('#web/features/batches/WholeView.tsx')) },
          { path: 'batches/:id', ...lazyView(() => import('#web/features/batches/BatchView.tsx')) },
          { path: 'machines/:id/entry', ...lazyView(() => import('#web/features/arrival/EntryView.tsx')) },
          {
            path: 'machines/:id/receipt/:receipt',
            ...lazyView(() => import('#web/features/arrival/ReceiptView.tsx')),
          },
          {
            path: 'machines/:id/survey',
            ...lazyView(() => import('#web/features/condition/SurveyView.tsx')),
          },
          {
            path: 'machines/:id/dossier',
            ...lazyView(() => import('#web/features/machines/DossierView.tsx')),
          },
          { path: 'machines/:id/fault', ...lazyView(() => import('#web/features/diagnosis/FaultView.tsx')) },
          { path: 'machines/:id', ...lazyView(() => import('#web/features/machines/MachineView.tsx')) },
          { path: 'episodes/:id', ...lazyView(() => import('#web/features/episodes/EpisodeView.tsx')) },
          {
            path: 'episodes/:id/print/:what',
            ...lazyView(() => import('#web/features/episodes/PrintView.tsx')),
          },
          { path: 'parts', ...lazyView(() => import('#web/features/parts/PartsView.tsx')) },
          { path: 'machines/:id/donors', ...lazyView(() => import('#web/features/parts/DonorsView.tsx')) },
          { path: 'machines/:id/beside', ...lazyView(() => import('#web/features/parts/BesideView.tsx')) },
          {
            path: 'machines/:id/modifications',
            ...lazyView(() => import('#web/features/parts/ModificationsView.tsx')),
          },
          { path: 'machines/:id/renewal', ...lazyView(() => import('#web/features/parts/RenewalView.tsx')) },
          { path: 'parts/lots', ...lazyView(() => import('#web/features/parts/LotsView.tsx')) },
          { path: 'parts/lots/:id', ...lazyView(() => import('#web/features/parts/LotView.tsx')) },
          { path: 'parts/needs', ...lazyView(() => import('#web/features/parts/NeedsView.tsx')) },
          { path: 'parts/stock', ...lazyView(() => import('#web/features/parts/StockView.tsx')) },
          { path: 'parts/tags', ...lazyView(() => import('#web/features/parts/TagsView.tsx')) },
          { path: 'parts/:id', ...lazyView(() => import('#web/features/parts/PartView.tsx')) },
          { path: 'types', ...lazyView(() => import('#web/features/types/TypesView.tsx')) },
          { path: 'types/:id', ...lazyView(() => import('#web/features/types/TypeView.tsx')) },
          { path: 'loans', ...lazyView(() => import('#web/features/loans/LoansView.tsx')) },
          {
            path: 'camera',
            ...lazyView(() => import('#web/features/treatments/CameraView.tsx')),
          },
          {
            path: 'machines/:id/treatments',
            ...lazyView(() => import('#web/features/treatments/TreatmentsView.tsx')),
          },
          { path: 'mail-tray', ...lazyView(() => import('#web/features/mail-tray/MailTrayView.tsx')) },
          { path: 'loans/:id/papers/:paper', ...lazyView(() => import('#web/features/loans/PaperView.tsx')) },
          { path: 'loans/:id', ...lazyView(() => import('#web/features/loans/LoanView.tsx')) },
          { path: 'plan', ...lazyView(() => import('#web/features/plan/PlanView.tsx')) },
          { path: 'plan/:day/print', ...lazyView(() => import('#web/features/plan/PrintView.tsx')) },
          { path: 'practice', ...lazyView(() => import('#web/features/practice/PracticeView.tsx')) },
          { path: 'practice/cases/*', ...lazyView(() => import('#web/features/practice/CaseView.tsx')) },
          {
            path: 'practice/runs/:run',
            ...lazyView(() => import('#web/features/practice/RunView.tsx')),
            children: [
              { path: 'episodes/:id', ...lazyView(() => import('#web/features/episodes/EpisodeView.tsx')) },
              {
                path: 'machines/:id/fault',
                ...lazyView(() => import('#web/features/diagnosis/FaultView.tsx')),
              },
              { path: 'end', ...lazyView(() => import('#web/features/practice/EndView.tsx')) },
            ],
          },
          { path: 'people', ...lazyView(() => import('#web/features/people/PeopleView.tsx')) },
          { path: '*', Component: Missing },
        ],
      },
    ],
  },
])
