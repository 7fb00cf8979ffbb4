import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { en } from '../../app/i18n/en'
import { es } from '../../app/i18n/es'
import { lab as labEn } from '../../app/i18n/en/lab'
import { lab as labEs } from '../../app/i18n/es/lab'
import { balance as balanceEn } from '../../app/i18n/en/balance'
import { balance as balanceEs } from '../../app/i18n/es/balance'
import { clock as clockEn } from '../../app/i18n/en/clock'
import { clock as clockEs } from '../../app/i18n/es/clock'
import { service as serviceEn } from '../../app/i18n/en/service'
import { service as serviceEs } from '../../app/i18n/es/service'
import { shop as shopEn } from '../../app/i18n/en/shop'
import { shop as shopEs } from '../../app/i18n/es/shop'
import { otherwise as otherwiseEn } from '../../app/i18n/en/otherwise'
import { otherwise as otherwiseEs } from '../../app/i18n/es/otherwise'
import { week as weekEn } from '../../app/i18n/en/week'
import { week as weekEs } from '../../app/i18n/es/week'
import { paste as pasteEn } from '../../app/i18n/en/paste'
import { paste as pasteEs } from '../../app/i18n/es/paste'
import { preps as prepsEn } from '../../app/i18n/en/preps'
import { preps as prepsEs } from '../../app/i18n/es/preps'
import { templates as templatesEn } from '../../app/i18n/en/templates'
import { templates as templatesEs } from '../../app/i18n/es/templates'
import { z } from 'zod'
import { READS_FORM } from '../../app/outbox/tablet-db'
import { contract, type Endpoint } from '../../shared/contract'
import { FACTS, LOT_EVENT_KINDS } from '../../shared/facts'
import { KEPT_ROUTES, READ_TOGETHER, ROUTES, showing } from '../../shared/routes'
import { BOOKS } from '../../core/books'
import { FUNCTIONS } from '../../core/figures/functions'
import { CATALOGUE, isChoice, kebab, type Spec } from '../../core/process'
import { TEMPLATES } from '../../core/templates'
import { INGREDIENTS } from '../../core/substances'

/** What the linter says of a file that is not there. */
const lint = (file: string, code: string): string =>
  spawnSync('node_modules/.bin/eslint', ['--stdin', '--stdin-filename', file], { input: code, encoding: 'utf8' }).stdout

describe('dependencies point one way', () => {
  it.each([
    ['core/planted.ts', "import { ref } from 'vue'\nexport default ref\n", 'no-restricted-imports'],
    ['core/planted.ts', "import fs from 'node:fs'\nexport default fs\n", 'no-restricted-imports'],
    ['shared/planted.ts', "import { x } from '../server/books/lots'\nexport default x\n", 'no-restricted-imports'],
    ['app/planted.ts', "import { x } from '../server/books/lots'\nexport default x\n", 'no-restricted-imports'],
    [
      'server/platform/planted.ts',
      "import { Lot } from '../db/models'\nexport const f = () => Lot.findAll({ where: {} })\n",
      'model-calls-have-transaction',
    ],
    ['app/planted.ts', 'export const f = (at: string) => at.slice(0, 10)\n', 'A day is that of the stand'],
    ['server/planted.ts', 'export const f = () => new Date().getDate()\n', 'A day is that of the stand'],
    ['core/planted.ts', 'export const f = (day: string) => new Date(`${day}T12:00:00Z`)\n', 'A day is that'],
  ])('%s with %j is refused', (file, code, rule) => expect(lint(file, code)).toContain(rule))
  it('and what is allowed is not', () =>
    expect(lint('core/planted.ts', "import { massG } from './process'\nexport default massG\n")).toBe(''))
})

it('facts are in one registry: their routes are there, for whom it says, and may wait where it says', () => {
  for (const [kind, fact] of Object.entries(FACTS)) {
    const route = ROUTES[fact.route]
    expect([kind, route.role, (KEPT_ROUTES as readonly string[]).includes(fact.route)]).toEqual([
      kind,
      fact.role,
      fact.waits,
    ])
    expect(Object.keys(BOOKS)).toContain(kind)
  }
  const told = (contract.postLotEvent.body.shape as { event: { options: { shape: { kind: { value: string } } }[] } })
    .event
  expect(told.options.map((o) => o.shape.kind.value).sort()).toEqual([...LOT_EVENT_KINDS].sort())
})

it('what a fact writes is seen in a list that tablets read again; a cup in two of six', () => {
  for (const { row } of Object.values(FACTS))
    expect([row, ...showing(READ_TOGETHER.fruit, new Set([row]))]).not.toEqual([row])
  expect(showing(READ_TOGETHER.fruit, new Set(['pour']))).toEqual(['lots', 'holds'])
})

it('no module of the core, the contract, the server or the interface leans on itself by way of others', () => {
  const files = spawnSync('git', ['ls-files', '-co', '--exclude-standard', 'core', 'shared', 'server', 'app'], {
    encoding: 'utf8',
  })
    .stdout.trim()
    .split('\n')
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  const there = new Set(files)
  const named = (from: string, to: string): string | undefined => {
    const path = to.startsWith('#') ? to.slice(1) : to.startsWith('~/') ? `app/${to.slice(2)}` : join(dirname(from), to)
    return [`${path}.ts`, `${path}/index.ts`].find((f) => there.has(f))
  }
  const leansOn = new Map(
    files.map((f) => [
      f,
      [...readFileSync(f, 'utf8').matchAll(/^(?:import|export) (?!type )[^;]*?from '([#.~][^']*)'/gm)].flatMap(
        (m) => named(f, m[1]!) ?? [],
      ),
    ]),
  )
  const done = new Set<string>()
  const circles: string[] = []
  const walk = (file: string, path: readonly string[]): void => {
    if (path.includes(file)) circles.push([...path.slice(path.indexOf(file)), file].join(' > '))
    if (done.has(file) || path.includes(file)) return
    for (const next of leansOn.get(file) ?? []) walk(next, [...path, file])
    done.add(file)
  }
  for (const f of files) walk(f, [])
  expect(circles).toEqual([])
})

// What a tablet kept of a list is read by the page after it, which may be of a later release.
it('the number of the forms that tablets keep moves with them', () => {
  const forms = Object.values<Endpoint>(contract)
    .filter((e) => e.method === 'GET')
    .map((e) => [e.id, z.toJSONSchema(e.reply, { unrepresentable: 'any' })])
  const sha = createHash('sha256').update(JSON.stringify(forms)).digest('hex')
  // Where this fails: put the new hash here, and count READS_FORM up.
  expect([READS_FORM, sha.slice(0, 12)]).toEqual([18, 'b59221030a08'])
})

it('what a screen lays over an answer stays there until the answer has it', () => {
  const files = readdirSync('app', { recursive: true, encoding: 'utf8' }).filter((f) => /\.(ts|vue)$/.test(f))
  const read = files
    .flatMap((f) => [...readFileSync(join('app', f), 'utf8').matchAll(/\.reading\(\s*\[([^\]]*)\]/g)])
    .flatMap(([, routes]) => [...routes!.matchAll(/'(\w+)'/g)].map((m) => m[1]!))
  const [, overlaid] = /OVERLAID[^[]*\[\][^[]*\[([^\]]*)\]/.exec(readFileSync('app/stores/outbox.ts', 'utf8'))!
  expect(read.length).toBeGreaterThan(6)
  expect(read.filter((r) => !overlaid!.includes(`'${r}'`))).toEqual([])
})

it('no two files of words have a name in common: the later one would hide the other’s words', async () => {
  // The Lab's own figures and sources are laid into those that are there.
  const fetched = ['lab.ts']
  for (const lang of ['en', 'es']) {
    const folder = join('app', 'i18n', lang)
    const files = readdirSync(folder).filter((file) => !fetched.includes(file))
    const words = await Promise.all(files.map((file) => import(join(process.cwd(), folder, file)) as Promise<object>))
    const names = words.flatMap((file) => Object.values(file).flatMap((of) => Object.keys(of as object)))
    expect(names.filter((name, i) => names.indexOf(name) < i)).toEqual([])
  }
})

type Tree = { [key: string]: string | Tree }
const leaves = (tree: Tree, at = ''): [string, string][] =>
  Object.entries(tree).flatMap(([k, v]) =>
    typeof v === 'string' ? [[`${at}${k}`, v] as [string, string]] : leaves(v, `${at}${k}.`),
  )

describe('messages', () => {
  const english = new Map(
    [en, balanceEn, clockEn, labEn, pasteEn, prepsEn, serviceEn, shopEn, templatesEn, otherwiseEn, weekEn].flatMap(
      (words) => leaves(words),
    ),
  )
  const spanish = new Map(
    [es, balanceEs, clockEs, labEs, pasteEs, prepsEs, serviceEs, shopEs, templatesEs, otherwiseEs, weekEs].flatMap(
      (words) => leaves(words),
    ),
  )
  it('are the same in both languages, placeholders too', () => {
    expect([...spanish.keys()].sort()).toEqual([...english.keys()].sort())
    for (const [key, text] of english) {
      const places = (s: string) => [...new Set(s.match(/\{\w+\}/g) ?? [])].sort()
      expect([key, places(spanish.get(key)!)]).toEqual([key, places(text)])
    }
  })
  it('name every ingredient, every formula, and every code of the core and the services', () => {
    for (const key of INGREDIENTS.keys()) expect([...english.keys()]).toContain(`ingredient.${key}`)
    for (const { key, family, schools } of TEMPLATES) {
      expect([...english.keys()]).toEqual(
        expect.arrayContaining([`templateFamily.${family}`, `template.${key}.name`, `template.${key}.line`]),
      )
      expect([...english.keys()].filter((k) => k.startsWith(`template.${key}.school.`))).toHaveLength(schools)
    }
    for (const key of Object.keys(FUNCTIONS)) expect([...english.keys()]).toContain(`formula.${key}`)
    const code = spawnSync(
      'git',
      ['ls-files', 'core', 'server/books', 'server/menu', 'server/people', 'server/platform', 'server/utils'],
      { encoding: 'utf8' },
    )
      .stdout.trim()
      .split('\n')
      .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n')
    const codes = [
      ...code.matchAll(/(?:ProcessLimit\(\s*|code: |limit: |doubts\.push\(|Refusal\(\d+,\s*)'([a-z-]+)'/g),
    ].map((m) => m[1]!)
    expect(codes.length).toBeGreaterThan(30)
    for (const c of codes) expect([...english.keys()]).toContain(`problem.${c}`)
    for (const s of code.match(/(?<=')source\.[a-z0-9-]+(?=')/g) ?? []) expect([...english.keys()]).toContain(s)
    for (const m of code.matchAll(
      /(?<![.\w])(?:given|sum|difference|product|quotient|call|per100|leaf|short|times)\(\s*'([a-z0-9-]+)'/g,
    ))
      expect([...english.keys()]).toContain(`figure.${m[1]}`)
    for (const m of code.matchAll(/(?<![.\w])used\(\s*'\w+',\s*'([a-z0-9-]+)'/g))
      expect([...english.keys()]).toContain(`figure.${m[1]}`)
  })
  it('name every step, with its numbers, choices, equipment and end sign', () => {
    for (const kind of Object.values(CATALOGUE)) {
      expect([...english.keys()]).toEqual(
        expect.arrayContaining([`step.${kind.op}`, `endSign.${kind.endSign}`, ...kind.holds.map((h) => `holds.${h}`)]),
      )
      for (const [name, spec] of Object.entries<Spec>(kind.params)) {
        expect([...english.keys()]).toContain(`figure.param-${kebab(name)}`)
        if (isChoice(spec)) for (const c of spec.choices) expect([...english.keys()]).toContain(`choice.${c}`)
      }
    }
  })
})

it('docs/api.md names every route as the contract has it', () => {
  const text = readFileSync('docs/api.md', 'utf8')
  for (const e of Object.values(contract))
    expect(text).toContain(`| \`${e.method} ${e.path}\` | ${e.role} | ${e.summary} |`)
})

// What the documents promise rests on tests that are there under the name they give.
it('every test that docs/testing.md names is there', () => {
  const named = [
    ...readFileSync('docs/testing.md', 'utf8').matchAll(
      /`((?:core|tests|scripts)\/[^`]+\.ts)`: ((?:“[^”]+”(?:, )?)+)/g,
    ),
  ]
  expect(named.length).toBeGreaterThan(40)
  for (const [, file, names] of named) {
    const text = readFileSync(file!, 'utf8').replaceAll("\\'", "'")
    for (const [, name] of names!.matchAll(/“([^”]+)”/g))
      expect([file, name, text.includes(name!)]).toEqual([file, name, true])
  }
})

it('what names a stand is bound to it, and what is bound to nothing is the business’ or one’s own', () => {
  const keysOf = (schema: unknown): string[] => Object.keys((schema as { shape?: object }).shape ?? {})
  const endpoints = Object.values(contract) as Endpoint[]
  for (const e of endpoints.filter((x) => x.role !== 'public' && x.role !== 'till')) {
    const isNamed = keysOf(e.query).includes('stand') || keysOf(e.body).includes('standId')
    expect([e.id, e.at.includes('named')]).toEqual([e.id, isNamed])
  }
  const unbound = endpoints.filter((e) => e.path.includes('{') && !e.at.length && e.role !== 'public').map((e) => e.id)
  expect(unbound.sort()).toEqual([
    ...['endDevice', 'endSession', 'putCup', 'putHandling', 'putIngredient', 'putPerson', 'putRecipe'],
    ...['resetPassword', 'setPin', 'signOff', 'standards'],
  ])
})
