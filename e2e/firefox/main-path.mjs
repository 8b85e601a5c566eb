// The main path, a pop-up on the sample site, a quiz and the wheel in Debian's Firefox ESR, over WebDriver BiDi.
// node main-path.mjs http://127.0.0.1:PORT of a demo that is running.
import assert from 'node:assert/strict'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import puppeteer from 'puppeteer-core'

const base = process.argv[2]
assert.ok(base, 'Which demo? node main-path.mjs http://127.0.0.1:8080')
const OWNER = { email: 'owner@quireandthread.example', password: 'marbled paper' }
const PATIENCE_MS = 20_000
const stamp = Date.now()

const browser = await puppeteer.launch({
  browser: 'firefox',
  executablePath: '/usr/bin/firefox-esr',
  headless: true,
  args: ['--width=1280', '--height=800'],
  extraPrefsFirefox: { 'ui.prefersReducedMotion': 1 },
})

let passed = 0
let failed = 0

async function path(name, walk) {
  const context = await browser.createBrowserContext()
  const page = await context.newPage()
  page.setDefaultTimeout(PATIENCE_MS)
  await page.setViewport({ width: 1280, height: 800 })
  try {
    await walk(page)
    passed++
    console.log(`ok      ${name}`)
  } catch (fault) {
    failed++
    console.log(`failed  ${name}: ${fault.message}\n        at ${page.url()}`)
  } finally {
    await context.close()
  }
}

const press = (page, selector) => page.locator(selector).click()
const sees = (page, words) => page.waitForSelector(`::-p-text(${words})`)
/** Looks into forms on sites, too: no change within their shadow wakes who waits for a selector. */
const formSays = (page, words) =>
  page.waitForFunction(
    (wanted) => [...document.querySelectorAll('*')].some((e) => e.shadowRoot?.textContent.includes(wanted)),
    { polling: 200 },
    words,
  )
const link = (page, selector) => page.$eval(selector, (a) => a.href)

async function fill(page, selector, words) {
  await page.locator(selector).fill(words)
}

async function signIn(page) {
  await page.goto(`${base}/app/sign-in`)
  await fill(page, 'input[type=email]', OWNER.email)
  await fill(page, 'input[type=password]', OWNER.password)
  await page.keyboard.press('Enter')
  await sees(page, 'Needs attention')
}

/** Asks the server as the owner's screens do. */
const ask = (page, method, path, body) =>
  page.evaluate(
    async (method, path, body) => {
      const token = /XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? ''
      const answer = await fetch(`/api${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token },
        body: body && JSON.stringify(body),
      })
      if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
      return answer.status === 204 ? null : answer.json()
    },
    method,
    path,
    body,
  )

/** A link that begins so, of a letter that came to somebody; letters come within a second or two. */
async function linkOf(to, path) {
  const mailbox = `${base}/standins/mailbox/api/messages`
  for (let look = 0; look < 80; look++) {
    for (const letter of await (await fetch(`${mailbox}?to=${encodeURIComponent(to)}`)).json()) {
      const raw = await (await fetch(`${mailbox}/${letter.id}.eml`)).text()
      const found = new RegExp(`${path}[A-Za-z0-9_-]{18,}`).exec(raw.replaceAll('=\r\n', ''))
      if (found) return base + found[0]
    }
    await new Promise((then) => setTimeout(then, 250))
  }
  throw new Error(`No letter to ${to} has a link ${path}.`)
}

await path('an offer is made and goes live; a visitor signs up, confirms and gets it', async (page) => {
  await signIn(page)
  await page.goto(`${base}/app/offers?new=1`)
  await page.waitForSelector('[role=dialog] input')
  await fill(page, '[role=dialog] input[type=text]', `Fold ${stamp}`)
  await press(page, '::-p-text(Make it)')
  const picker = await page.waitForSelector('[data-testid=file-picker]')
  const plan = join(mkdtempSync(join(tmpdir(), 'jeton-firefox-')), 'fold.pdf')
  writeFileSync(plan, '%PDF-1.4\n%%EOF\n')
  await picker.uploadFile(plan)
  await page.waitForSelector('[aria-label="Replace fold.pdf"]')
  await press(page, 'button::-p-text(Go live)')
  await page.waitForSelector('.mark.live')
  const address = await link(page, '.head a[target=_blank]')

  const email = `fold.${stamp}@letters.test`
  await page.goto(address)
  await fill(page, '[name=email]', email)
  await press(page, '[name=consent]')
  await press(page, 'form button[type=submit], form button:not([type])')
  await sees(page, 'Nearly there')
  await page.goto(await linkOf(email, '/c/'))
  await page.mouse.move(200, 200)
  await page.waitForSelector('a[href*="/files/1"]')
})

await path('a pop-up opens on the sample site and takes a sign-up', async (page) => {
  await signIn(page)
  const layouts = await ask(page, 'GET', '/offers/1/form-layouts')
  const layout = layouts.find((one) => one.shape === 'POP_UP')
  const settings = structuredClone(layout.settings)
  settings.name = `In another browser ${stamp}`
  settings.display = {
    ...settings.display,
    trigger: { kind: 'AT_ONCE', amount: 0 },
    priority: 9,
  }
  const form = await ask(page, 'POST', '/offers/1/forms', { shape: 'POP_UP', settings })
  await ask(page, 'PUT', `/offers/1/forms/${form.id}/on`, { on: true })
  try {
    const { sampleSite } = await ask(page, 'GET', '/demo/places')
    const visitor = await (await browser.createBrowserContext()).newPage()
    visitor.setDefaultTimeout(PATIENCE_MS)
    await visitor.goto(sampleSite)
    await fill(visitor, ':scope >>> dialog[open] >>> [name=email]', `popup.${stamp}@letters.test`)
    const consent = await visitor.$(':scope >>> dialog[open] >>> [name=consent]')
    await consent?.click()
    await press(visitor, ':scope >>> dialog[open] >>> button[type=submit]')
    await formSays(visitor, 'Nearly there')
    await visitor.browserContext().close()
  } finally {
    await ask(page, 'PUT', `/offers/1/forms/${form.id}/on`, { on: false })
  }
})

await path('a quiz is played to its end', async (page) => {
  await page.goto(`${base}/o/which-binding`)
  await press(page, '::-p-text(Begin)')
  const answers = [
    'Sketches and paint',
    'Quite flat, even on page one',
    'As a finger',
    'A weekend',
    'Boards with paper',
  ]
  for (const [i, words] of answers.entries()) {
    await press(page, `label::-p-text(${words})`)
    await press(page, i < answers.length - 1 ? '::-p-text(Next question)' : 'button::-p-text(Next)')
  }
  await sees(page, 'Where shall we send your binding?')
  await fill(page, '[name=email]', `quiz.${stamp}@letters.test`)
  await press(page, '[name=consent]')
  await press(page, 'button::-p-text(Send me my binding)')
  await sees(page, 'Nearly there')
})

await path('the wheel turns and says what it drew', async (page) => {
  await page.goto(`${base}/o/spin-for-a-sheet`)
  await fill(page, '[name=email]', `wheel.${stamp}@letters.test`)
  await press(page, '[name=consent]')
  await press(page, 'button::-p-text(Spin)')
  await page.waitForFunction(() => /You have won: |Not this time|Nearly there/.test(document.body.innerText))
})

const version = await browser.version()
await browser.close()
console.log(`${passed} passed, ${failed} failed in ${version}`)
process.exit(failed ? 1 : 0)
