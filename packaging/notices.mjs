// Third-party notices from the two bills of materials: what is in the package, by whom, under what.
import { readFileSync, writeFileSync } from 'node:fs'

const [java, web, to] = process.argv.slice(2)
const licences = (component) =>
  (component.licenses ?? [])
    .map(({ license, expression }) => expression ?? license?.id ?? license?.name)
    .filter(Boolean)
    .join(' or ') || 'see its own notice'
const rows = [java, web]
  .flatMap((file) => JSON.parse(readFileSync(file, 'utf8')).components ?? [])
  .filter((one) => one.group !== 'jeton' && one.scope !== 'excluded')
  .map((one) => [[one.group, one.name].filter(Boolean).join('/'), one.version, licences(one)])
  .sort((a, b) => a[0].localeCompare(b[0]) || a[1].localeCompare(b[1]))
const unknown = rows.filter((row) => row[2] === 'see its own notice').length
writeFileSync(
  to,
  `# What others made\n\nJeton stands on these, each under its own licence.\n\n| part | version | licence |\n|---|---|---|\n${rows
    .map((row) => `| ${row.join(' | ')} |`)
    .join('\n')}\n`,
)
console.error(`${rows.length} parts, ${unknown} of them tell their licence only in their own files.`)
