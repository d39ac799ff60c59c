// @vitest-environment node
// The description of the API, read by a validator that is not ours: it is OpenAPI 3.1, all
// that it refers to is there, and every operation has words.
import { readFileSync } from 'node:fs'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import { expect, it } from 'vitest'

const text = readFileSync('../docs/openapi.json', 'utf8')
type Operation = { operationId?: string; summary?: string; tags?: string[]; responses?: Record<string, unknown>; parameters?: { name: string; in: string }[] }
const paths = (JSON.parse(text) as { paths: Record<string, Record<string, Operation>> }).paths

it('is sound', async () => {
  const rules = ['struct', 'spec', 'no-unresolved-refs', 'path-parameters-defined', 'path-declaration-must-exist', 'no-identical-paths', 'operation-operationId', 'operation-operationId-unique', 'operation-summary', 'operation-parameters-unique', 'operation-4xx-response', 'operation-2xx-response', 'no-server-trailing-slash', 'security-defined', 'no-enum-type-mismatch', 'no-required-schema-properties-undefined']
  const config = await createConfig({ rules: Object.fromEntries(rules.filter((r) => !['spec', 'no-server-trailing-slash'].includes(r)).map((r) => [r, 'error'])) })
  const found = await lintFromString({ source: text, absoluteRef: 'openapi.json', config })
  expect(found.map((p) => `${p.ruleId}: ${p.message} ${p.location[0]?.pointer ?? ''}`)).toEqual([])
})

it('tells of every operation what it is, what can go wrong, and how it is repeated', () => {
  for (const [path, operations] of Object.entries(paths))
    for (const [method, o] of Object.entries(operations)) {
      const name = `${method} ${path}`
      expect(o.summary?.split(' ').length ?? 0, name).toBeGreaterThan(1)
      expect(o.tags?.length, name).toBe(1)
      expect(Object.keys(o.responses ?? {}), name).toContain('503')
      if (method !== 'get' && !path.startsWith('/api/read/')) expect(o.parameters?.map((p) => p.name), name).toContain('Idempotency-Key')
    }
})

it('has everything that the screens use', () => {
  const used = new Set<string>()
  for (const [file, source] of Object.entries(import.meta.glob<string>(['../**/*.{ts,tsx}', '!../**/*.test.*', '!./schema.gen.ts'], { query: '?raw', import: 'default', eager: true })))
    for (const m of source.matchAll(/['"`](\/api\/[^'"`?\s]*)/g)) if (!file.includes('schema.gen')) used.add(m[1].replace(/\$\{[^}]*\}/g, '{}').replace(/\{[^}]*\}/g, '{}'))
  expect(used.size).toBeGreaterThan(40)
  const known = Object.keys(paths).map((p) => p.replace(/\{[^}]*\}/g, '{}'))
  const is = (u: string) => known.some((k) => new RegExp(`^${u.replaceAll('{}', '[^/]+').replaceAll('.', '\\.')}$`).test(k))
  expect([...used].filter((u) => !is(u))).toEqual([])
})
