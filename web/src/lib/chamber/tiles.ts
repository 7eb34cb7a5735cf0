/** What the shelf's tiles say about a chamber. */
import type { ChamberDueView, Step } from '../api/types'
import type { StepName } from '../router.svelte'
import type { ChamberDraft } from './draft.svelte'

export type TileState = 'empty' | 'half' | 'full' | 'due'

const SAYS: Record<TileState, string> = { empty: 'not begun', half: 'begun', full: 'done', due: 'wants you' }

export function tilesOf(draft: ChamberDraft, due: ChamberDueView[]): { step: StepName; name: string; state: TileState; says: string }[] {
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
  ]
  // What began as a usual build is not done before somebody has looked at it.
  const unseen = (step: StepName) => plan.looked !== null && !plan.looked.some((each) => each.toLowerCase() === step)
  return states.map(([step, name, state]) => {
    const shown = state === 'full' && unseen(step) ? 'half' : state
    return { step, name, state: shown, says: shown === 'half' && state === 'full' ? 'begun, not yet looked at' : SAYS[shown] }
  })
}
