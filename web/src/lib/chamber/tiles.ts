/** What the shelf's tiles say about a chamber. */
import { api, dataOf, Problem } from '../api/client'
import type { ChamberDueView, Step } from '../api/types'
import { isSilent } from '../quantities'
import { UNPLANNED, type StepName } from '../steps'
import type { ChamberDraft } from './draft.svelte'

export type TileState = 'empty' | 'half' | 'full' | 'due'

const SAYS: Record<TileState, string> = { empty: 'not begun', half: 'begun', full: 'done', due: 'wants you' }

/** Whether anything is measured in a chamber, and whether it is heard of. */
export async function runningState(chamberId: string): Promise<TileState> {
  try {
    const series = (await dataOf(api.get('/chambers/{chamberId}/series', { params: { path: { chamberId } } }))).filter((each) => each.retiredAt === null)
    if (series.length === 0) return 'empty'
    const heard = series.filter((each) => each.latest && !isSilent(each, (Date.now() - Date.parse(each.latest.at)) / 1000))
    return heard.length === series.length ? 'full' : series.some((each) => each.latest) ? 'due' : 'half'
  } catch (failed) {
    if (!(failed instanceof Problem)) throw failed
    return 'empty'
  }
}

/** Whether the box as it is planned now has passed a proving run. */
export async function provenState(chamberId: string): Promise<TileState> {
  try {
    const runs = (await dataOf(api.get('/chambers/{chamberId}/proving-runs', { params: { path: { chamberId } } }))).filter((each) => each.ofThisBox)
    if (runs.some((each) => each.state === 'PASSED' || each.state === 'ACCEPTED')) return 'full'
    return runs[0]?.state === 'FAILED' ? 'due' : runs[0]?.state === 'RUNNING' ? 'half' : 'empty'
  } catch (failed) {
    if (!(failed instanceof Problem)) throw failed
    return 'empty'
  }
}

export function tilesOf(
  draft: ChamberDraft,
  due: ChamberDueView[],
  running: TileState = 'empty',
  proven: TileState = 'empty',
): { step: StepName; name: string; state: TileState; says: string }[] {
  const { plan } = draft
  const parts = [plan.box, plan.contents, plan.room, plan.appliances[0]]
  const there = parts.filter(Boolean).length
  const probes: TileState = plan.probes.length === 0 ? 'empty' : plan.controllers.length === 0 ? 'half' : 'full'
  const wants = (step: Step) => draft.answer?.findings.some((finding) => finding.remedy.step === step && finding.severity === 'NEEDS_YOU_NOW') ?? false
  const loads: TileState = !plan.power
    ? 'empty'
    : wants('LOADS')
      ? 'due'
      : plan.controllers.every((each) => each.loops.every((loop) => loop.ratedA !== null || loop.ratedDcA !== null))
        ? 'full'
        : 'half'
  const saved = plan.controllers.length > 0 && plan.controllers.every((each) => draft.settingsOf(each.id))
  const urgent = draft.answer?.findings.some((finding) => finding.severity === 'NEEDS_YOU_NOW') ?? false
  const settings: TileState = !draft.answer ? 'empty' : urgent ? 'due' : saved && draft.changedKeys === 0 ? 'full' : 'half'
  const states: [StepName, string, TileState][] = [
    ['occupant', 'Occupant', plan.occupancy ? 'full' : 'empty'],
    ['chamber', 'Chamber', there === parts.length ? 'full' : there > 0 ? 'half' : 'empty'],
    ['probes', 'Probes', wants('PROBES') ? 'due' : probes],
    ['loads', 'Loads', loads],
    ['settings', 'Settings', settings],
    ['card', 'Card', saved ? (draft.changedKeys === 0 ? 'full' : 'half') : 'empty'],
    ['check', 'Check', due.length === 0 ? 'empty' : due.every((each) => each.due.why === 'NEVER_CHECKED') ? 'empty' : due.some((each) => each.due.due) ? 'due' : 'full'],
    ['faults', 'Faults', !draft.answer ? 'empty' : wants('FAULTS') || draft.answer.findings.some((finding) => finding.code === 'stuck-on-harms') ? 'due' : 'half'],
    ['prove', 'Prove', proven],
    ['run', 'Run', running],
    ['review', 'Review', running === 'empty' ? 'empty' : 'half'],
  ]
  // What began as a usual build is not done before somebody has looked at it.
  const unseen = (step: StepName) => !UNPLANNED.includes(step) && plan.looked !== null && !plan.looked.some((each) => each.toLowerCase() === step)
  return states.map(([step, name, state]) => {
    const shown = state === 'full' && unseen(step) ? 'half' : state
    return { step, name, state: shown, says: shown === 'half' && state === 'full' ? 'begun, not yet looked at' : SAYS[shown] }
  })
}
