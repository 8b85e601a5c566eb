/**
 * The rooms of the interface, from the ground up: each may use those before it, and none that come after. One way, as in
 * the server. Screens and their addresses (App, router) stand above all of them.
 */
export const ROOMS = [
  'api',
  'shared',
  'clock',
  'business',
  'mockup',
  'beginning',
  'account',
  'demo',
  'people',
  'intake',
  'email',
  'trial',
  'sequence',
  'mailing',
  'ask',
  'download',
  'coupon',
  'privatepage',
  'quiz',
  'wheel',
  'versions',
  'offer',
  'emails',
  'numbers',
  'site',
  'notice',
  'hook',
  'outsidelist',
  'upkeep',
  'setup',
  'rehearsal',
  'today',
  'find',
]

/** The kinds of offer: rooms side by side that do not know each other. */
const KINDS = ['download', 'coupon', 'privatepage', 'quiz', 'wheel']

const above = (room) => [
  ...ROOMS.slice(ROOMS.indexOf(room) + 1),
  ...(KINDS.includes(room) ? KINDS.filter((other) => other !== room) : []),
]

const upwards = (room) => ({
  regex: `^(\\.\\./)+(${[...above(room), 'App', 'TopBar', 'router'].join('|')})(/|\\.|$)`,
  message: `“${room}” stands below that room: what both need belongs into one below both.`,
})

const calls = {
  regex: '^(\\.\\./)+api/client$',
  importNames: ['api', 'upload', 'download'],
  message: 'Calls live in composables: a component says what it wants, not where it is asked for.',
}

const rule = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] })

/** One configuration for each room: arrows go down, and components make no calls. */
export const rooms = ROOMS.flatMap((room) => [
  {
    files: [`src/${room}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: rule(upwards(room)),
  },
  { files: [`src/${room}/**/*.vue`], rules: rule(upwards(room), calls) },
])
