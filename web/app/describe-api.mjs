// Writes the API's description, its keys sorted so that a change shows as one: node describe-api.mjs BASE
import { writeFileSync } from 'node:fs'

const sorted = (value) =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === 'object'
      ? Object.fromEntries(
          Object.keys(value)
            .sort()
            .map((key) => [key, sorted(value[key])]),
        )
      : value

const answer = await fetch(`${process.argv[2]}/api/openapi.json`)
writeFileSync('web/app/openapi.json', JSON.stringify(sorted(await answer.json()), null, 4) + '\n')
