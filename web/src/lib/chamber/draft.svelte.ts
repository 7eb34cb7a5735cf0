/** A chamber being worked on: what is saved, what is typed, and what the server says about it. */
import { api, asTyped, dataOf } from '../api/client'
import type {
  ChamberPlan,
  ChamberView,
  ControllerPlan,
  EditPlan,
  FindingAnswer,
  Keyed,
  KeyingView,
  OccupancyPlan,
  Parameter,
  RehearsalRequest,
  ScenarioPlan,
  SettingsView,
  SuggestionAnswer,
  Values,
} from '../api/types'
import type { Conflict, Sides } from './conflict'
import { keepDraft, keptDraft } from './kept'
import { asSettings, Rehearsing } from './rehearsing.svelte'
import { Undo } from './undo.svelte'
import { countChanges, dropKeys, lackingKeys, missingParts, same, switching } from './draft'

export class ChamberDraft extends Rehearsing {
  /** As saved. Replaced whole by the server's answers, so it need not be deeply reactive. */
  view = $state.raw<ChamberView>(undefined as unknown as ChamberView)
  plan = $state<ChamberPlan>(undefined as unknown as ChamberPlan)
  keyed = $state<Keyed>({})
  conflict = $state.raw<Conflict | null>(null)
  saving = $state(false)
  broughtBack = $state(false)
  tried = $state.raw<OccupancyPlan | null>(null)
  /** How the reason for the next save begins; the keeper goes on from there. */
  reasonProposed = $state('')
  scenario = $state<ScenarioPlan>({ room: 'DAY', startHour: 21, durationS: 43_200, stepS: 1, start: 'SETTLED', buckets: 480, fault: null })
  /** A fault that is looked at on the ladder; nothing of it is saved. */
  fault = $state.raw<{ id: string; words: string; room: ScenarioPlan['room'] } | null>(null)
  #undo = new Undo()
  /** The keys as they stood before anybody typed: saved ones, and proposals where nothing is saved yet. */
  #untyped = $state.raw<Keyed>({})
  /** Number of the newest question for what keys begin with: answers to those before it are out of date. */
  #beginning = 0

  constructor(view: ChamberView) {
    super()
    this.#load(view)
    this.#bringBack()
  }

  #load(view: ChamberView) {
    this.view = view
    this.plan = structuredClone(view.plan)
    this.keyed = Object.fromEntries(view.begun.map((each) => [each.controllerId, { ...(each.values as Values) }]))
    this.#untyped = this.snapshotKeyed()
  }

  get id() {
    return this.view.id
  }

  /** Which steps were opened goes along with what is saved next; by itself it is nothing that anybody typed. */
  get planDirty() {
    return !same({ ...$state.snapshot(this.plan), looked: null }, { ...this.view.plan, looked: null })
  }

  /** Number of keys that differ from what is saved. */
  get changedKeys() {
    return countChanges(keyedOf(this.view), $state.snapshot(this.keyed) as Keyed)
  }

  /** Controllers whose keys differ from what is saved; those without anything saved are among them. */
  get changedControllers(): ControllerPlan[] {
    const saved = keyedOf(this.view)
    return this.plan.controllers.filter(({ id }) => !saved[id] || countChanges({ [id]: saved[id] }, { [id]: this.keyed[id] ?? {} }) > 0)
  }

  /** Whether somebody has typed what is not saved; proposals for a new controller do not count. */
  get dirty() {
    return this.planDirty || !same(this.#untyped, this.snapshotKeyed())
  }

  get missing() {
    return missingParts(this.plan)
  }

  get undoLabel() {
    return this.#undo.label
  }

  settingsOf(controllerId: string): SettingsView | null {
    return this.view.settings.find((each) => each.controllerId === controllerId) ?? null
  }

  /** The last time a controller was keyed in; null where nobody has recorded it. */
  keyingOf(controllerId: string): KeyingView | null {
    return this.view.keyings.find((each) => each.controllerId === controllerId) ?? null
  }

  /** Takes note of what was recorded. */
  keyedIn(keying: KeyingView) {
    this.view = { ...this.view, keyings: [...this.view.keyings.filter((each) => each.controllerId !== keying.controllerId), keying] }
  }

  /** Takes note of what a check changed: the offset in force and the sensor's error. What is typed and not saved stays. */
  checked(view: ChamberView) {
    const typed = new Set(this.changedControllers.map((each) => each.id))
    const saved = keyedOf(view)
    for (const [id, values] of Object.entries(saved)) {
      const offsets = Object.fromEntries(Object.entries(values).filter(([key]) => key === 'OFFSET' || key === 'HUMIDITY_OFFSET'))
      this.keyed[id] = typed.has(id) ? { ...this.keyed[id], ...offsets } : { ...values }
    }
    if (this.planDirty) {
      this.view = { ...this.view, settings: view.settings, keyings: view.keyings }
    } else {
      this.view = view
      this.plan = structuredClone(view.plan)
    }
    this.#untyped = this.snapshotKeyed()
    this.rehearse()
  }

  // --- changing -----------------------------------------------------------------------------------------------------------

  /** Remembers how things stand, so that what follows can be undone. */
  checkpoint(label: string) {
    this.#undo.push({ label, plan: $state.snapshot(this.plan) as ChamberPlan, keyed: $state.snapshot(this.keyed) as Keyed })
  }

  undo() {
    const last = this.#undo.pop()
    if (!last) return
    this.reasonProposed = ''
    this.plan = structuredClone(last.plan)
    this.keyed = structuredClone(last.keyed)
    this.rehearse()
  }

  /** Puts one value in, as typed into a key. */
  key(controllerId: string, parameter: Parameter, value: number) {
    this.keyed[controllerId] = { ...this.keyed[controllerId], [parameter]: value }
    this.rehearse()
  }

  /** Puts a finding's remedy in. */
  remedy(finding: FindingAnswer, words: string) {
    this.checkpoint(words)
    for (const change of finding.remedy.changes) {
      this.keyed[change.controllerId] = { ...this.keyed[change.controllerId], [change.parameter]: change.value }
    }
    this.rehearse()
  }

  /** Puts an earlier revision on the keys again. It is in force once it is saved, as a new revision: the record only grows. */
  goBackTo(revision: SettingsView) {
    this.checkpoint(`going back to settings ${revision.number}`)
    const now = this.keyed[revision.controllerId] ?? {}
    const kept = Object.keys(now).map((parameter) => [parameter, revision.values[parameter as Parameter] ?? now[parameter as Parameter]])
    this.keyed[revision.controllerId] = Object.fromEntries(kept) as Values
    this.reasonProposed = `Back to settings ${revision.number}: `
    this.rehearse()
  }

  takeProposed(answer: SuggestionAnswer) {
    this.checkpoint('taking what was proposed')
    this.keyed[answer.controllerId] = { ...this.keyed[answer.controllerId], ...(answer.values as Values) }
    this.rehearse()
  }

  /** A change made on the ladder, from how the keys stood when it began. */
  edit(edit: EditPlan, from: Keyed, coarse = false) {
    const request = this.request()
    // A first look is drawn with as many buckets as are seen while something moves.
    const scenario = coarse ? { ...request.scenario, buckets: Math.min(200, request.scenario.buckets) } : request.scenario
    this.ask({ ...request, settings: asSettings(from), scenario, edit, coarse }, true)
  }

  protected edited(controllerId: string, values: Values) {
    this.keyed[controllerId] = values
  }

  snapshotKeyed(): Keyed {
    return $state.snapshot(this.keyed) as Keyed
  }

  /** After the plan changed: keys follow the profile, and everything is rehearsed anew. */
  replan() {
    dropKeys(this.plan, this.keyed)
    this.rehearse()
  }

  /** Gives keys that hold nothing what the server says such keys begin with. */
  async #begin(lacking: ControllerPlan[]): Promise<void> {
    const asked = ++this.#beginning
    try {
      const controllers = lacking.map((each) => ({
        controller: $state.snapshot(each),
        values: $state.snapshot(this.keyed[each.id]) ?? {},
        points: switching(this.answer, each.id),
      }))
      const begun = await dataOf(
        api.post('/calc/first-keys', { body: { occupancy: $state.snapshot(this.plan.occupancy), controllers, appliances: $state.snapshot(this.plan.appliances) } }),
      )
      if (asked !== this.#beginning) return
      // What was typed meanwhile stays.
      for (const { controllerId, values } of begun) this.keyed[controllerId] = { ...(values as Values), ...this.keyed[controllerId] }
      dropKeys(this.plan, this.keyed)
    } catch (failed) {
      if (asked === this.#beginning) this.fail(failed)
    }
  }

  discard() {
    this.checkpoint('throwing the changes away')
    this.#load(this.view)
    this.broughtBack = false
    this.rehearse()
  }

  // --- rehearsing ---------------------------------------------------------------------------------------------------------

  rehearse() {
    const lacking = lackingKeys(this.plan, this.keyed)
    if (lacking.length > 0) {
      void this.#begin(lacking).then(() => {
        if (lackingKeys(this.plan, this.keyed).length === 0) this.rehearse()
      })
      return
    }
    if (this.missing.length > 0) {
      this.answer = null
      return
    }
    this.ask(this.request(), false)
  }

  /** What it is judged by: what is planned, or for a look what another stage asks. */
  get needs(): OccupancyPlan | null {
    return this.tried ?? this.plan.occupancy
  }

  /** Shows a fault on the ladder; null goes back to the sound chamber. */
  showFault(fault: ChamberDraft['fault']) {
    this.fault = fault
    this.rehearse()
  }

  /** Judges what is keyed in by what another stage asks; null by what is planned. Nothing of it is saved. */
  judgeFor(needs: OccupancyPlan | null) {
    this.tried = needs
    this.rehearse()
  }

  protected request(): RehearsalRequest {
    return {
      chamber: { ...($state.snapshot(this.plan) as ChamberPlan), occupancy: this.needs === null ? null : ($state.snapshot(this.needs) as OccupancyPlan) },
      settings: asSettings($state.snapshot(this.keyed) as Keyed),
      scenario: this.fault ? { ...$state.snapshot(this.scenario), room: this.fault.room, durationS: 259_200, stepS: 5, fault: this.fault.id } : $state.snapshot(this.scenario),
      edit: null,
      coarse: null,
    }
  }

  // --- saving -------------------------------------------------------------------------------------------------------------

  async savePlan(version = this.view.version): Promise<boolean> {
    return this.#save(
      'plan',
      () => this.savePlan((this.conflict?.problem.current as ChamberView).version),
      async () => {
        const saved = await dataOf(api.put('/chambers/{id}', { params: { path: { id: this.id } }, body: { version, plan: $state.snapshot(this.plan) } }))
        this.view = saved
        this.plan = structuredClone(saved.plan)
      },
    )
  }

  /** @param sure whether what is outside of what a lead fixed is meant so */
  async saveSettings(controllerId: string, reason: string, sure = false, basedOn = this.settingsOf(controllerId)?.number ?? 0): Promise<boolean> {
    if (this.planDirty && !(await this.savePlan())) return false
    const again = () => this.saveSettings(controllerId, reason, sure, (this.conflict?.problem.current as SettingsView | null)?.number ?? 0)
    return this.#save('settings', again, async () => {
      const saved = await dataOf(
        api.post('/chambers/{id}/controllers/{controllerId}/settings', {
          params: { path: { id: this.id, controllerId } },
          body: {
            basedOn,
            reason,
            values: asTyped($state.snapshot(this.keyed[controllerId])),
            sure,
          },
        }),
      )
      this.view = {
        ...this.view,
        settings: [...this.view.settings.filter((each) => each.controllerId !== controllerId), saved],
      }
      this.#untyped = { ...this.#untyped, [controllerId]: { ...(saved.values as Values) } }
    })
  }

  /** Saves what is keyed into every controller that changed, each as a revision of its own with the same reason. */
  async saveAllSettings(reason: string, sure = false): Promise<boolean> {
    for (const { id } of this.changedControllers) {
      if (!(await this.saveSettings(id, reason, sure))) return false
    }
    return true
  }

  async #save(what: Conflict['what'], again: Conflict['again'], action: () => Promise<void>): Promise<boolean> {
    this.saving = true
    try {
      await action()
      this.conflict = null
      this.problem = null
      this.errors = {}
      this.broughtBack = false
      // At once: a reload in the next moment must not bring back what has just been overtaken.
      this.keep()
      return true
    } catch (failed) {
      this.fail(failed)
      if (this.problem?.status === 409 && this.problem.current) this.conflict = { what, problem: this.problem, again }
      return false
    } finally {
      this.saving = false
    }
  }

  /** What a conflict is between: the plans, or the keys of one controller. */
  sides(conflict: Conflict): Sides {
    if (conflict.what === 'plan') {
      return { base: this.view.plan, mine: $state.snapshot(this.plan), theirs: (conflict.problem.current as ChamberView).plan }
    }
    const theirs = conflict.problem.current as SettingsView
    return { base: this.settingsOf(theirs.controllerId)?.values ?? {}, mine: this.snapshotKeyed()[theirs.controllerId] ?? {}, theirs: theirs.values }
  }

  /** Saves what was chosen, value by value, over what is in force now. */
  async settle(conflict: Conflict, chosen: unknown): Promise<boolean> {
    this.checkpoint('putting both together')
    if (conflict.what === 'plan') {
      this.plan = chosen as ChamberPlan
      dropKeys(this.plan, this.keyed)
    } else {
      this.keyed[(conflict.problem.current as SettingsView).controllerId] = chosen as Values
    }
    const done = await conflict.again()
    this.rehearse()
    return done
  }

  /** Gives way to what somebody else saved; one's own goes onto the undo stack rather than away. */
  takeTheirs() {
    const conflict = this.conflict
    if (!conflict) return
    this.checkpoint('taking theirs')
    if (conflict.what === 'plan') {
      this.#load(conflict.problem.current as ChamberView)
    } else {
      const theirs = conflict.problem.current as SettingsView
      this.view = {
        ...this.view,
        settings: [...this.view.settings.filter((each) => each.controllerId !== theirs.controllerId), theirs],
      }
      this.keyed[theirs.controllerId] = theirs.values as Values
      this.#untyped = { ...this.#untyped, [theirs.controllerId]: { ...(theirs.values as Values) } }
    }
    this.conflict = null
    this.problem = null
    this.rehearse()
  }

  // --- keeping what is typed through a reload ----------------------------------------------------------------------------

  /** Keeps what is not saved in the browser. */
  keep() {
    // With what it was begun from, so that a change made elsewhere since then is noticed and told apart.
    keepDraft(this.id, this.dirty ? { view: this.view, plan: $state.snapshot(this.plan) as ChamberPlan, keyed: this.snapshotKeyed() } : null)
  }

  #bringBack() {
    const draft = keptDraft(this.id)
    if (!draft) return
    this.plan = draft.plan
    this.keyed = draft.keyed
    this.view = { ...draft.view, keyings: this.view.keyings }
    this.broughtBack = this.dirty
  }
}

function keyedOf(view: ChamberView): Keyed {
  return Object.fromEntries(view.settings.map((each) => [each.controllerId, { ...(each.values as Values) }]))
}
