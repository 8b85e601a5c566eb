// The interface's bill of materials (CycloneDX), from its lock file: what is shipped, not what builds it.
import { readFileSync, writeFileSync } from 'node:fs'

const [lock, to] = process.argv.slice(2)
const components = Object.entries(JSON.parse(readFileSync(lock, 'utf8')).packages)
  .filter(([path, one]) => path && !one.dev && !one.optional && !one.peer)
  .map(([path, one]) => {
    const whole = path.replace(/^.*node_modules\//, '')
    const [group, name] = whole.startsWith('@') ? whole.split('/') : [undefined, whole]
    return {
      type: 'library',
      group,
      name,
      version: one.version,
      purl: `pkg:npm/${whole.replace('@', '%40')}@${one.version}`,
      licenses: one.license ? [{ expression: one.license }] : [],
    }
  })
writeFileSync(
  to,
  JSON.stringify({ bomFormat: 'CycloneDX', specVersion: '1.6', version: 1, components }, null, 2),
)
