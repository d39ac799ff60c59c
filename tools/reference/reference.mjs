// Solves planning problems as mixed-integer programs with HiGHS, and holds jointime's plans
// against them: make reference (the tiny and the eight-task samples), make drawn (a hundred
// services drawn by chance). node reference.mjs [names] [seconds for each] [folder]
import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import highsLoader from 'highs'
import { program } from './model.mjs'

const root = fileURLToPath(new URL('../../', import.meta.url))
const folder = process.argv[4] ? process.argv[4] + '/' : root + 'internal/core/schedule/testdata/'
const wanted = process.argv[2] ?? '^(tiny-[a-z]+|kitchen-08-[a-z]+)$'
const limit = Number(process.argv[3] ?? 300)

let different = 0
let optimal = 0
for (const file of readdirSync(folder)) {
  const name = file.replace(/\.json$/, '')
  if (!new RegExp(wanted).test(name)) continue
  const start = Date.now()
  const [reference, proven] = await solveExactly(JSON.parse(readFileSync(folder + file, 'utf8')))
  const plan = JSON.parse(solve(folder + file))
  const same = plan.violation === reference[0] && plan.cost === reference[1]
  if (proven) optimal++
  if (!same && proven) different++
  console.log(`${name.padEnd(24)} HiGHS ${reference.join('+').padEnd(12)} ${proven ? 'optimal' : 'in time '}  jointime ${plan.violation}+${plan.cost}  ${same ? 'the same' : 'DIFFERENT'}  ${((Date.now() - start) / 1000).toFixed(1)} s`)
}
console.log(`${optimal} proven by HiGHS.`)
console.log(different === 0 ? 'No difference.' : `${different} differences.`)
process.exit(different === 0 ? 0 : 1)

// solve gives jointime's plan, also one that passes limits: it ends with 3 then.
function solve(file) {
  try {
    return execFileSync(root + 'bin/jointime', ['solve', '--time', '2s', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] })
  } catch (e) {
    if (e.status === 3) return e.stdout
    throw e
  }
}

async function solveExactly(problem) {
  const m = program(problem)
  const options = { time_limit: limit, mip_rel_gap: 0, mip_feasibility_tolerance: 1e-9 }
  let violation = 0
  let proven = true
  if (m.strict.length > 0) {
    const first = (await highsLoader()).solve(m.text(), options)
    violation = Math.round(first.ObjectiveValue)
    proven = first.Status === 'Optimal'
  }
  const second = (await highsLoader()).solve(m.text(violation), options)
  return [[violation, Math.round(second.ObjectiveValue + m.constant())], proven && second.Status === 'Optimal']
}
