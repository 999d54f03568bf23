/** Migrations, forward only, each in one transaction. */
import type { Transaction } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { run, type Db } from './connection.ts'
import { mendStoredText } from './mend-text.ts'

interface Step {
  readonly name: string
  readonly sql: readonly string[]
  /** What SQL cannot say, before `sql`, in a transaction of its own; done again, it changes nothing more. */
  readonly before?: (db: Db, transaction: Transaction) => Promise<void>
}

const steps: readonly Step[] = [
  {
    name: '001-entries-and-projections',
    sql: [
      `CREATE TABLE house (id integer PRIMARY KEY CHECK (id = 1), name text NOT NULL, zone text NOT NULL, currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'), demo boolean NOT NULL DEFAULT false)`,
      `CREATE TABLE accounts (id uuid PRIMARY KEY, party uuid NOT NULL, email text NOT NULL UNIQUE, password_hash text NOT NULL, role text NOT NULL CHECK (role IN ('steward','restorer','volunteer','guest')), active boolean NOT NULL DEFAULT true)`,
      `CREATE TABLE invites (id uuid PRIMARY KEY, token_hash text NOT NULL UNIQUE, name text NOT NULL, role text NOT NULL, party uuid, expires_at timestamptz NOT NULL, used_at timestamptz, invited_by uuid NOT NULL)`,
      `CREATE TABLE setup (token_hash text PRIMARY KEY, made_at timestamptz NOT NULL)`,
      `CREATE TABLE files (sha256 text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'), mime text NOT NULL, width integer NOT NULL, height integer NOT NULL, bytes integer NOT NULL)`,
      `CREATE TABLE session (sid varchar NOT NULL PRIMARY KEY, sess json NOT NULL, expire timestamp(6) NOT NULL)`,
      `CREATE INDEX session_expire ON session (expire)`,
      // The truth.
      `CREATE SEQUENCE entry_seq`,
      `CREATE TABLE entries (id uuid PRIMARY KEY, seq bigint NOT NULL UNIQUE, kind text NOT NULL, house boolean NOT NULL, machine uuid, recorded_at timestamptz NOT NULL, content_hash text NOT NULL, entry json NOT NULL)`,
      `CREATE INDEX entries_house ON entries (seq) WHERE house`,
      `CREATE TABLE entry_subjects (entry uuid NOT NULL REFERENCES entries (id), kind text NOT NULL, subject text NOT NULL, PRIMARY KEY (kind, subject, entry))`,
      `CREATE INDEX entry_subjects_entry ON entry_subjects (entry, kind)`,
      // Projections: written in the same transaction, rebuildable from the entries at any time.
      `CREATE TABLE placements (part uuid PRIMARY KEY, holder_kind text NOT NULL, holder text NOT NULL, slot text, CONSTRAINT one_part_a_slot UNIQUE (slot) DEFERRABLE INITIALLY DEFERRED)`,
      `CREATE INDEX placements_holder ON placements (holder_kind, holder)`,
      `CREATE TABLE parts (part uuid PRIMARY KEY, tag text UNIQUE, machine uuid, loan boolean NOT NULL, gone boolean NOT NULL, words text NOT NULL, part_row json NOT NULL)`,
      `CREATE TABLE machines (machine uuid PRIMARY KEY, entry_number text NOT NULL UNIQUE, number text NOT NULL, type uuid, status text NOT NULL, open boolean NOT NULL, on_loan boolean NOT NULL, lends_parts boolean NOT NULL, tube boolean NOT NULL, legal text NOT NULL, words text NOT NULL, sort_name text NOT NULL, holds_until timestamptz, summary json NOT NULL)`,
      `CREATE INDEX machines_sort ON machines (sort_name, machine)`,
      `CREATE INDEX machines_open ON machines (machine) WHERE open`,
      `CREATE INDEX machines_number ON machines (number)`,
      `CREATE INDEX machines_due ON machines (holds_until) WHERE holds_until IS NOT NULL`,
    ],
  },
  {
    name: '002-collection-at-size',
    sql: [
      `CREATE EXTENSION IF NOT EXISTS pg_trgm`,
      `ALTER TABLE machines ADD COLUMN grade integer, ADD COLUMN kind text NOT NULL DEFAULT '', ADD COLUMN maker text NOT NULL DEFAULT '', ADD COLUMN looked boolean NOT NULL DEFAULT false,
         ADD COLUMN quarantine boolean NOT NULL DEFAULT false, ADD COLUMN arrival_open boolean NOT NULL DEFAULT false, ADD COLUMN accession_number text, ADD COLUMN came timestamptz, ADD COLUMN touched timestamptz`,
      `CREATE INDEX machines_words ON machines USING gin (words gin_trgm_ops)`,
      `CREATE INDEX machines_accession ON machines (accession_number) WHERE accession_number IS NOT NULL`,
      `CREATE INDEX entries_kind ON entries (kind, seq) WHERE kind IN ('batch', 'survey')`,
      `CREATE TABLE saved_views (id uuid PRIMARY KEY, account uuid NOT NULL REFERENCES accounts (id), name text NOT NULL CHECK (name <> ''), query json NOT NULL, CONSTRAINT one_name_an_account UNIQUE (account, name))`,
    ],
  },
  { name: '003-waits-for-everyone', sql: [] },
  {
    name: '004-pins',
    sql: [
      `ALTER TABLE accounts ADD COLUMN pin_hash text, ADD COLUMN pin_tries integer NOT NULL DEFAULT 0 CHECK (pin_tries >= 0), ADD COLUMN pin_locked_until timestamptz`,
    ],
  },
  {
    name: '005-lots-and-needs',
    sql: [
      `CREATE TABLE lots (lot uuid PRIMARY KEY, tag text UNIQUE, words text NOT NULL, reorder boolean NOT NULL, lot_row json NOT NULL)`,
      `ALTER TABLE machines ADD COLUMN needs json NOT NULL DEFAULT '[]'`,
    ],
  },
  {
    name: '006-whole-text-and-homes',
    before: mendStoredText,
    sql: [
      `CREATE TABLE assembly_homes (part uuid PRIMARY KEY, machine uuid NOT NULL)`,
      `CREATE INDEX assembly_homes_machine ON assembly_homes (machine)`,
      `ALTER TABLE machines ADD COLUMN waiting boolean NOT NULL DEFAULT false, ADD COLUMN asks boolean NOT NULL DEFAULT false, ADD COLUMN due boolean NOT NULL DEFAULT false`,
      `CREATE INDEX machines_waiting ON machines (machine) WHERE waiting`,
      `CREATE INDEX machines_asks ON machines (machine) WHERE asks`,
      `CREATE INDEX machines_due_things ON machines (machine) WHERE due`,
      `CREATE INDEX machines_status ON machines (status)`,
      `CREATE INDEX entries_amends ON entries ((entry->'amends'->>'entry')) WHERE entry->'amends'->>'entry' IS NOT NULL`,
      `CREATE INDEX entries_together ON entries ((entry->>'together')) WHERE entry->>'together' IS NOT NULL`,
      `UPDATE entries SET house = true WHERE kind = 'note' AND entry->'body'->>'machine' IS NULL`,
      // What corrects, takes back or settles an entry of the house is one itself; through chains of them.
      `WITH RECURSIVE links AS MATERIALIZED (
         SELECT id, coalesce(entry->'amends'->>'entry', entry->'body'->>'entry') AS target FROM entries WHERE kind = 'settle' OR entry->'amends'->>'entry' IS NOT NULL),
       of_house AS (
         SELECT id FROM entries WHERE house
         UNION SELECT links.id FROM of_house JOIN links ON links.target = of_house.id::text)
       UPDATE entries SET house = true FROM of_house WHERE entries.id = of_house.id AND NOT entries.house`,
    ],
  },
  {
    name: '007-houses',
    sql: [
      `CREATE TABLE identity (one boolean PRIMARY KEY DEFAULT true CHECK (one), house uuid NOT NULL DEFAULT gen_random_uuid())`,
      `INSERT INTO identity DEFAULT VALUES`,
      // Numbers and tags are unique within the house that gave them.
      ...(
        [
          ['machines', 'entry_number'],
          ['parts', 'tag'],
          ['lots', 'tag'],
        ] as const
      ).flatMap(([table, column]) => [
        `ALTER TABLE ${table} ADD COLUMN house uuid`,
        `UPDATE ${table} SET house = (SELECT house FROM identity)`,
        `ALTER TABLE ${table} DROP CONSTRAINT ${table}_${column}_key`,
        `ALTER TABLE ${table} ADD CONSTRAINT ${table}_one_a_house UNIQUE (house, ${column})`,
      ]),
    ],
  },
  {
    name: '008-accounts',
    sql: [
      `CREATE TABLE tries (who text PRIMARY KEY, n integer NOT NULL, since timestamptz NOT NULL)`,
      `CREATE TABLE security_log (n bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY, at timestamptz NOT NULL, account uuid, did text NOT NULL, outcome text NOT NULL CHECK (outcome IN ('done', 'refused')), about text NOT NULL DEFAULT '', network text NOT NULL DEFAULT '')`,
      `CREATE INDEX session_account ON session ((sess->>'account'))`,
    ],
  },
  {
    name: '009-erasure',
    // Files to be taken from the disk: kept no longer than until that is done.
    sql: [`CREATE TABLE erased_files (sha256 text PRIMARY KEY)`],
  },
  { name: '010-faces', sql: [] },
  { name: '011-todo', sql: [] },
  {
    name: '012-loan-numbers',
    sql: [
      // By the kind alone: what an entry says is not read for it, so that a text which cannot be taken out bars nothing.
      `CREATE INDEX entries_of_loans ON entries (seq) WHERE kind = 'loan'`,
    ],
  },
  {
    name: '013-reminders',
    sql: [
      `ALTER TABLE accounts ADD COLUMN reminders boolean NOT NULL DEFAULT false`,
      `CREATE TABLE calendar_addresses (token_hash text PRIMARY KEY, account uuid NOT NULL UNIQUE REFERENCES accounts (id), made timestamptz NOT NULL)`,
      // A queue: what was sent stays, so that it is not sent again.
      `CREATE TABLE mails (id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY, account uuid NOT NULL REFERENCES accounts (id), loan uuid NOT NULL, what text NOT NULL, day date NOT NULL, on_day date NOT NULL,
         address text NOT NULL, subject text NOT NULL, words text NOT NULL, made timestamptz NOT NULL, sent timestamptz, tries integer NOT NULL DEFAULT 0 CHECK (tries >= 0), next_try timestamptz NOT NULL,
         CONSTRAINT once_a_person UNIQUE (account, loan, what, day, on_day))`,
      `CREATE INDEX mails_waiting ON mails (next_try) WHERE sent IS NULL`,
    ],
  },
  {
    name: '014-treatments',
    sql: [
      `ALTER TABLE house ADD COLUMN latitude double precision CHECK (latitude BETWEEN -90 AND 90), ADD COLUMN longitude double precision CHECK (longitude BETWEEN -180 AND 180)`,
      `ALTER TABLE machines ADD COLUMN treating boolean NOT NULL DEFAULT false`,
      `CREATE INDEX machines_treating ON machines (machine) WHERE treating`,
      `CREATE INDEX entries_of_treatments ON entries (seq) WHERE kind = 'treatment'`,
    ],
  },
  {
    // Practice lies apart from the collection: nothing here is an entry, and nothing that is derived reads it.
    name: '015-practice',
    sql: [
      `CREATE TABLE practice_set (id uuid PRIMARY KEY, account uuid NOT NULL REFERENCES accounts (id), told jsonb NOT NULL, authority text, set_by uuid NOT NULL REFERENCES accounts (id), set_at timestamptz NOT NULL,
         done_on timestamptz, unsafe_acts integer CHECK (unsafe_acts >= 0), CONSTRAINT done_with_its_acts CHECK ((done_on IS NULL) = (unsafe_acts IS NULL)))`,
      `CREATE TABLE practice_runs (id uuid PRIMARY KEY, account uuid NOT NULL REFERENCES accounts (id), run jsonb NOT NULL, outcome jsonb NOT NULL, ended_at timestamptz NOT NULL)`,
      `CREATE INDEX practice_runs_of ON practice_runs (account, ended_at DESC)`,
      `CREATE INDEX practice_set_for ON practice_set (account)`,
    ],
  },
]

export const migrationNames: readonly string[] = steps.map((step) => step.name)

/** Migrations after which the projections are derived again: they gained columns, or their summaries gained facts. */
const deriveAfter: ReadonlySet<string> = new Set([
  '002-collection-at-size',
  '003-waits-for-everyone',
  '005-lots-and-needs',
  '006-whole-text-and-homes',
  '007-houses',
  '010-faces',
  '011-todo',
  '014-treatments',
])

/** Brings the database up to date, or as far as `last`. Answers whether the projections must be derived again. Several servers may start at once: an advisory lock lets one of them work. */
export async function migrate(db: Db, last?: string): Promise<boolean> {
  await run(db, 'SELECT pg_advisory_lock(7342)')
  try {
    const umzug = new Umzug({
      migrations: steps.map((step) => ({
        name: step.name,
        up: async () => {
          // Committed first: an index that is made in the same transaction still reads rows as they were before it.
          if (step.before)
            await db.transaction((transaction) => step.before?.(db, transaction) ?? Promise.resolve())
          await db.transaction(async (transaction) => {
            for (const sql of step.sql) await run(db, sql, [], transaction)
          })
        },
      })),
      storage: new SequelizeStorage({ sequelize: db }),
      logger: undefined,
    })
    return (await umzug.up(last === undefined ? {} : { to: last })).some((m) => deriveAfter.has(m.name))
  } finally {
    await run(db, 'SELECT pg_advisory_unlock(7342)')
  }
}
