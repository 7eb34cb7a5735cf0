<script lang="ts">
  import { AIR, isOfAir } from '../held'
  import { Problem } from '../api/client'
  import type { ControllerPlan, KeyPlan, NeighbourAnswer, SuggestionAnswer } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { decimalsOf, fill, fixed, level } from '../units'
  import { keyUnit } from './meanings'
  import type { ChamberDraft } from './draft.svelte'

  let { draft, controller, mayKey, mayPlan }: { draft: ChamberDraft; controller: ControllerPlan; mayKey: boolean; mayPlan: boolean } = $props()

  const OBSTACLES: Record<NonNullable<SuggestionAnswer['obstacle']>['kind'], string> = {
    STILL_THERE: 'What it is to mend would still be there.',
    WORSE_COMES: 'With every width that was tried, something as bad or worse would come:',
    HARMS: 'A day of the room would harm.',
    AT_HARM: 'A set value or an alarm would have to stand at or beyond a harm level, on the display or at the occupant: something misleads the probe.',
    OUT_OF_ORDER: 'An alarm would stand among the levels at which it works.',
    REFUSED: 'This device cannot be set to what is wanted.',
  }
  let answer = $state.raw<SuggestionAnswer | null>(null)
  let problem = $state('')
  /** How far the search is, 0 to 1. */
  let share = $state(0)
  let running = $state.raw<AbortController | null>(null)
  const now = $derived(draft.keyed[controller.id] ?? {})
  const unit = $derived(draft.answer?.settings.find((each) => each.controllerId === controller.id)?.unit ?? controller.profile.unit)
  const differs = $derived(answer !== null && controller.profile.keys.some((key) => answer!.values[key.parameter] !== now[key.parameter]))

  async function propose() {
    problem = ''
    answer = null
    const mine = new AbortController()
    running = mine
    try {
      share = 0
      answer = await draft.propose(controller.id, (done) => (share = done), mine.signal)
    } catch (failed) {
      if (mine.signal.aborted) return
      if (!(failed instanceof Problem)) throw failed
      problem = failed.isAway ? 'The server does not answer. Try again when it is back.' : failed.errors.map((each) => each.allowed).join('; ') || failed.message
    } finally {
      if (running === mine) running = null
    }
  }

  function stop() {
    running?.abort()
    running = null
  }

  /** A thermostat is set on the appliance, not keyed in: it goes into the plan. */
  function setThermostat(advice: SuggestionAnswer['thermostats'][number]) {
    const appliance = draft.plan.appliances.find((each) => each.id === advice.applianceId)
    if (!appliance || !('opensAtC' in appliance)) return
    draft.checkpoint(`setting the thermostat of ${appliance.name}`)
    appliance.opensAtC = advice.opensAtC
    appliance.closesAtC = advice.closesAtC
    draft.replan()
  }

  const shown = (key: KeyPlan, value: number) =>
    key.words.length > 0 ? (key.words[Math.round(value)] ?? '') : `${fixed(value, decimalsOf(key.step))} ${keyUnit(key.parameter, unit)}`

  function step(word: string, key: KeyPlan, neighbour: NeighbourAnswer): string {
    const at = (value: number) => (isOfAir(answer!.quantity) ? `${fixed(value, 0)} ${AIR[answer!.quantity].sign}` : level(value, prefs.unit))
    return `${word}, ${shown(key, neighbour.value)}: ${at(neighbour.lowest)} to ${at(neighbour.highest)}, ${fixed(neighbour.perHour, 1)} switchings an hour${neighbour.inside ? '' : ', not all inside'}.`
  }
</script>

<div class="propose">
  {#if running}
    <p class="row"><label>Rehearsing days of the room with every width <progress max="1" value={share}></progress></label> <button class="button" onclick={stop}>Stop</button></p>
  {:else if !answer}
    <button class="link small" disabled={draft.missing.length > 0} onclick={propose}>Propose settings for {controller.name}</button>
  {/if}
  {#if problem}<p class="error" role="alert">{problem}</p>{/if}
  {#if answer}
    <section aria-label="Proposed settings">
      <p>
        {#if answer.obstacle}<span class="mark act" aria-hidden="true">◆</span><b>Nothing is offered.</b>
          {OBSTACLES[answer.obstacle.kind]}{#if answer.obstacle.finding}{' '}<b
              >{fill(answer.obstacle.finding.title, answer.obstacle.finding.numbers, prefs.unit, answer.obstacle.finding.names)}.</b
            >{/if}
          Mend what the findings say first; below is the nearest of {answer.rehearsals} rehearsed days, to be read and not to be keyed in.
        {:else if answer.fits}<span class="mark well" aria-hidden="true">■</span>Found in {answer.rehearsals} rehearsed days of this chamber, from its coldest room to its warmest.
        {:else}<span class="mark act" aria-hidden="true">◆</span><b>No settings keep it inside all day.</b> The nearest of {answer.rehearsals} rehearsed days is below: the box or its
          appliance must change.{/if}
      </p>
      <table class="rows">
        <thead><tr><th>Key</th><th>proposed</th><th>now</th><th>why, and one step either way</th></tr></thead>
        <tbody>
          {#each answer.reasons as reason (reason.parameter)}
            {@const key = controller.profile.keys.find((each) => each.parameter === reason.parameter)}
            {#if key}
              <tr>
                <td>{key.label}</td>
                <td class="mono">{shown(key, reason.value)}</td>
                <td class="quiet" class:mono={now[key.parameter] !== reason.value}
                  >{now[key.parameter] === undefined ? '' : now[key.parameter] === reason.value ? 'the same' : shown(key, now[key.parameter]!)}</td
                >
                <td>
                  {fill(reason.text, reason.numbers, prefs.unit)}
                  {#if reason.lower}<br /><span class="small quiet">{step('One step less', key, reason.lower)}</span>{/if}
                  {#if reason.higher}<br /><span class="small quiet">{step('One step more', key, reason.higher)}</span>{/if}
                </td>
              </tr>
            {/if}
          {/each}
        </tbody>
      </table>
      {#each answer.thermostats as each (each.applianceId)}
        <p>
          <span class="mark {each.opensAtC === null ? 'act' : 'well'}" aria-hidden="true">{each.opensAtC === null ? '◆' : '■'}</span><b
            >{draft.plan.appliances.find((one) => one.id === each.applianceId)?.name ?? 'Heater'}:</b
          >
          {fill(each.text, each.numbers, prefs.unit)}
          {#if each.opensAtC !== null && mayPlan}<button class="link small" onclick={() => setThermostat(each)}>Put it into the plan</button>{/if}
        </p>
      {/each}
      <p class="small quiet">Keys that are not named stay as they are.</p>
      <p class="row">
        {#if !answer.obstacle}
          <button
            class="button main"
            disabled={!mayKey || !differs}
            title={mayKey ? undefined : 'A visitor looks only'}
            onclick={() => {
              draft.takeProposed(answer!)
              answer = null
            }}>Put them on the keys</button
          >
        {/if}
        <button class="button" onclick={() => (answer = null)}>Leave it</button>
        <span class="small quiet">Nothing is saved by it. A proposal is arithmetic: watch the real box before anything lives in it.</span>
      </p>
    </section>
  {/if}
</div>

<style>
  .propose {
    padding: 4px 0;
  }

  section {
    display: grid;
    gap: 8px;
    padding: 10px 14px;
    border: 1px solid var(--edge);
    background: var(--sheet);
    overflow-x: auto;
  }

  td:not(:last-child) {
    white-space: nowrap;
  }

  @media (max-width: 700px) {
    tr {
      display: grid;
      grid-template-columns: 1fr auto 1fr;
      border-bottom: 1px solid var(--hairline);
    }

    td {
      border-bottom: 0;
    }

    td:last-child {
      grid-column: 1 / 4;
    }

    th:last-child {
      display: none;
    }
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
    align-items: center;
  }

  progress {
    accent-color: var(--ink);
    vertical-align: middle;
  }
</style>
