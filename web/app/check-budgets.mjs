// What each screen loads beyond the frame (what every screen needs), compressed, against its budget. Run after a build.
import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'

const KB = 1000
const FRAME = 190
/** Screens by the source they begin at, and what each may load beyond the frame, in kB. */
const BUDGETS = {
  'src/today/TodayPage.vue': 25,
  'src/offer/OffersPage.vue': 25,
  'src/offer/OfferPage.vue': 25,
  'src/download/DownloadGive.vue': 150,
  'src/coupon/CouponGive.vue': 150,
  'src/privatepage/PageGive.vue': 150,
  'src/quiz/QuizGive.vue': 150,
  'src/wheel/WheelGive.vue': 150,
  'src/offer/AskStop.vue': 260,
  'src/offer/ConfirmStop.vue': 260,
  'src/offer/HandOverStop.vue': 260,
  'src/offer/FollowUpStop.vue': 260,
  'src/rehearsal/RehearsalPage.vue': 60,
  'src/people/PeoplePage.vue': 80,
  'src/people/PersonPage.vue': 50,
  'src/emails/EmailsPage.vue': 60,
  'src/mailing/MailingPage.vue': 260,
  'src/numbers/NumbersPage.vue': 220,
  'src/site/SitePage.vue': 40,
  'src/setup/SetupPage.vue': 110,
}

const manifest = JSON.parse(readFileSync('dist/.vite/manifest.json', 'utf8'))
const sizes = new Map()

function size(file) {
  if (!sizes.has(file)) {
    sizes.set(file, gzipSync(readFileSync(`dist/${file}`), { level: 9 }).length)
  }
  return sizes.get(file)
}

/** The scripts that a source needs before it shows: its own, and all it imports. */
function needs(source, found = new Set()) {
  const chunk = manifest[source]
  if (chunk && !found.has(chunk.file)) {
    found.add(chunk.file)
    chunk.imports?.forEach((name) => needs(name, found))
  }
  return found
}

const sum = (files) => [...files].reduce((all, file) => all + size(file), 0) / KB
const frame = needs('index.html')
const over = []

function check(name, kB, budget) {
  console.log(`${name.padEnd(34)} ${kB.toFixed(1).padStart(6)} of ${budget} kB`)
  if (kB > budget) {
    over.push(name)
  }
}

check('the frame', sum(frame), FRAME)
for (const [source, budget] of Object.entries(BUDGETS)) {
  if (!manifest[source]) {
    throw new Error(`${source} is no screen of the build any more: put its name right here.`)
  }
  // A stop loads beside the page it stands on.
  const page = /offer\/\w+Stop|Give/.test(source) ? needs('src/offer/OfferPage.vue') : new Set()
  const beyond = new Set([...needs(source), ...page].filter((file) => !frame.has(file)))
  check(source, sum(beyond), budget)
}
if (over.length) {
  console.error(`Over budget: ${over.join(', ')}`)
  process.exit(1)
}
