<script lang="ts">
  import { OF_AIR } from '../lib/held'
  import { onMount } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { Guide, OccupancyPlan, ScenarioPlan } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import BandForm from '../lib/chamber/BandForm.svelte'
  import Propose from '../lib/chamber/Propose.svelte'
  import KeyLimits from '../lib/chamber/KeyLimits.svelte'
  import Revisions from '../lib/chamber/Revisions.svelte'
  import Ladder from '../lib/ladder/Ladder.svelte'
  import { ofAir, partsOf, secondPlace, temperature } from '../lib/ladder/quantity'
  import Findings from '../lib/chamber/Findings.svelte'
  import KeyStrip from '../lib/chamber/KeyStrip.svelte'
  import { judgedFor } from '../lib/life/stages'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { difference, fixed, level } from '../lib/units'

  let { draft }: { draft: ChamberDraft } = $props()
  const answer = $derived(draft.answer)
  const occupancy = $derived(draft.needs)
  let screenHeight = $state(800)
  /** The keys below belong on the same screen as the ladder above. */
  const room = $derived(Math.max(340, Math.min(620, screenHeight - 445)))
  /** What the air holds, each with the height of its ladder: what is only shown, and neither wanted nor governed, needs little. */
  const airs = $derived(
    OF_AIR.filter((of) => answer && of in answer.trace.air).map((of) => {
      const rungs = answer!.ladder.rungs.filter((rung) => rung.quantity === of).length
      return { of, height: rungs === 0 ? 64 : Math.max(130, 46 * rungs) }
    }),
  )
  const damp = $derived(airs.length > 0)
  const dampHeight = $derived(airs.reduce((sum, each) => sum + each.height, 0))

  const COURSES: { name: string; scenario: Partial<ScenarioPlan> }[] = [
    { name: 'the coldest night to come', scenario: { room: 'DAY', startHour: 21, durationS: 43_200, start: 'SETTLED' } },
    { name: 'a day and a night', scenario: { room: 'DAY', startHour: 9, durationS: 86_400, start: 'SETTLED' } },
    { name: 'the room at its coldest', scenario: { room: 'COLDEST', startHour: 0, durationS: 43_200, start: 'SETTLED' } },
    { name: 'the room at its warmest', scenario: { room: 'WARMEST', startHour: 0, durationS: 43_200, start: 'SETTLED' } },
    { name: 'first power, from cold', scenario: { room: 'DAY', startHour: 8, durationS: 86_400, start: 'COLD' } },
    { name: 'three days', scenario: { room: 'DAY', startHour: 9, durationS: 259_200, start: 'SETTLED' } },
  ]
  let chosen = $state(0)

  function choose(index: number) {
    chosen = index
    Object.assign(draft.scenario, COURSES[index]!.scenario)
    draft.rehearse()
  }

  /** What else its guide has to be judged for; empty where it has none. */
  let choices = $state.raw<{ name: string; needs: OccupancyPlan }[]>([])
  let judged = $state('')
  onMount(() => {
    void stages()
    return () => {
      if (draft.tried) draft.judgeFor(null)
      if (draft.fault) draft.showFault(null)
    }
  })

  async function stages() {
    const now = draft.plan.occupancy
    if (!now?.guideId) return
    try {
      const guide = (await dataOf(api.get('/guides/{id}/file', { params: { path: { id: now.guideId } } }))) as unknown as Guide
      const school = guide.schools.find((each) => each.id === now.schoolId)
      choices = school ? judgedFor(guide, school, now) : []
    } catch (failed) {
      // Without its guide it is judged by what is planned, as it is anyway.
      if (!(failed instanceof Problem)) throw failed
    }
  }

  function judge(name: string) {
    judged = name
    draft.judgeFor(choices.find((each) => each.name === name)?.needs ?? null)
  }

  /** What the first output switches, by name. */
  const firstOutput = $derived.by(() => {
    const names = draft.plan.controllers[0]?.loops[0]?.applianceIds
      .map((id) => draft.plan.appliances.find((each) => each.id === id)?.name)
      .filter(Boolean)
      .join(' and ')
    return names ? names.charAt(0).toUpperCase() + names.slice(1) : 'The first output'
  })

  const bound = $derived.by(() => {
    if (!answer || !occupancy) return ''
    const { lowest, highest } = answer.metrics.occupant
    const inside = lowest >= occupancy.keepLowC && highest <= occupancy.keepHighC
    return inside
      ? 'inside the target range all the time'
      : answer.metrics.inBandPct > 99
        ? 'inside the target range but for moments'
        : `inside the target range ${fixed(answer.metrics.inBandPct, 0)} % of the time`
  })
</script>

<svelte:window bind:innerHeight={screenHeight} />

{#if draft.missing.length > 0}
  <div class="missing">
    <h2>Not enough is known to rehearse it</h2>
    <p>Still missing: {draft.missing.join(', ')}.</p>
    <p>
      {#if !draft.plan.occupancy}<a class="button main" href="/chambers/{draft.id}/occupant">Say who lives in it</a>{:else}<a
          class="button main"
          href="/chambers/{draft.id}/chamber">Measure the chamber</a
        >{/if}
    </p>
  </div>
{:else}
  {#if draft.fault}
    <p class="fault" role="status">
      <span class="mark act" aria-hidden="true">◆</span><span>Rehearsed with a fault: <b>{draft.fault.words}</b>, three days. Move a rung and see whether it helps.</span>
      <button class="button" onclick={() => draft.showFault(null)}>The sound box again</button> <a href="/chambers/{draft.id}/faults">All faults</a>
    </p>
  {/if}
  <div class="desk">
    <div class="main">
      {#snippet course()}<div class="course">
          <label class="course"
            ><span class="sr-only">Rehearsed:</span><span class="state" aria-hidden="true">{draft.busy ? 'Rehearsing …' : 'Rehearsed:'}</span>
            <select value={String(chosen)} onchange={(event) => choose(Number(event.currentTarget.value))}>
              {#each COURSES as each, index (each.name)}<option value={String(index)}>{each.name}</option>{/each}
            </select></label
          >
          {#if choices.length > 1}
            <label class="course"
              ><span>for</span>
              <select value={judged} onchange={(event) => judge(event.currentTarget.value)}>
                <option value="">what is planned</option>
                {#each choices as { name } (name)}<option>{name}</option>{/each}
              </select></label
            >
          {/if}
          <span class="sr-only" aria-live="polite">{draft.busy ? 'rehearsing …' : ''}</span>
        </div>{/snippet}
      {#if occupancy}
        {@const second = secondPlace(occupancy, prefs.unit)}
        <Ladder
          {draft}
          mayKey={session.mayKey}
          {course}
          quantity={temperature(occupancy, prefs.unit)}
          height={damp ? Math.max(190, room - dampHeight - 20) : room}
          joined={damp || occupancy.other !== null}
        />
        {#if second}<Ladder {draft} mayKey={session.mayKey} quantity={second} height={190} joined={damp} />{/if}
        {#each airs as { of, height }, index (of)}<Ladder {draft} mayKey={session.mayKey} quantity={ofAir(of, occupancy)} {height} joined={index < airs.length - 1} />{/each}
      {/if}
      {#if answer && occupancy}
        {@const loop = answer.metrics.loops[0]}
        {@const swing = partsOf(answer, temperature(occupancy, prefs.unit)).displayLevels[0]}
        {@const lowest = level(answer.metrics.occupant.lowest, prefs.unit)}
        {@const highest = level(answer.metrics.occupant.highest, prefs.unit)}
        <p class="sum">
          {occupancy.where.charAt(0).toUpperCase() + occupancy.where.slice(1)} it stays
          {#if lowest === highest}at <b class="mono">{lowest}</b>{:else}between <b class="mono">{lowest}</b> and <b class="mono">{highest}</b>{/if}, {bound}{#if answer.metrics.other && occupancy.other};
            {occupancy.other.where} from <b class="mono">{level(answer.metrics.other.lowest, prefs.unit)}</b> to
            <b class="mono">{level(answer.metrics.other.highest, prefs.unit)}</b>{/if}{#if swing}; the display swings by
            <b class="mono">{difference(swing.swing, prefs.unit)}</b>{/if}.
          {#if judged}<b>Judged for {judged}; nothing of that is saved.</b>{/if}
          {#if answer.metrics.air.CARBON_DIOXIDE}Carbon dioxide goes from <b class="mono">{fixed(answer.metrics.air.CARBON_DIOXIDE.lowest, 0)}</b> to
            <b class="mono">{fixed(answer.metrics.air.CARBON_DIOXIDE.highest, 0)} ppm</b>.{/if}
          {#if answer.metrics.air.RELATIVE_HUMIDITY}Humidity goes from <b class="mono">{fixed(answer.metrics.air.RELATIVE_HUMIDITY.lowest, 0)}</b> to
            <b class="mono">{fixed(answer.metrics.air.RELATIVE_HUMIDITY.highest, 0)} %RH</b>{#if answer.metrics.moistAir}: vapour-pressure deficit <b class="mono"
                >{fixed(answer.metrics.moistAir.deficitLowestPa / 1000, 2)}</b
              >
              to <b class="mono">{fixed(answer.metrics.moistAir.deficitHighestPa / 1000, 2)} kPa</b>, dew point
              <b class="mono">{level(answer.metrics.moistAir.dewPointLowestC, prefs.unit)}</b>
              to <b class="mono">{level(answer.metrics.moistAir.dewPointHighestC, prefs.unit)}</b>{/if}.{/if}
          {#if loop}
            {#if draft.answer?.settings[0]?.law === 'FAN_BAND' || draft.answer?.settings[0]?.law === 'STEP_VENT'}
              {firstOutput} gives <b class="mono">{fixed(loop.dutyPct, 0)} %</b> of all it can on average;
            {:else}
              {firstOutput} is on <b class="mono">{fixed(loop.dutyPct, 0)} %</b> of the time and switches
              <b class="mono">{fixed(loop.cyclesPerHour, 1)}</b> times an hour;
            {/if}
          {/if}
          <b class="mono">{fixed(answer.metrics.energyKWhPerDay, 2)} kWh</b> a day{#if answer.metrics.costPerDay !== null}, costing <b class="mono"
              >{fixed(answer.metrics.costPerDay, 2)}{draft.plan.power?.currency ? ` ${draft.plan.power.currency}` : ''}</b
            >{/if}.
        </p>
      {/if}
    </div>
    <aside>
      {#if draft.undoLabel}
        <p class="undo"><button class="link small" onclick={() => draft.undo()}>Undo {draft.undoLabel}</button></p>
      {/if}
      {#if draft.fault}<p class="quiet">What there is to say of the sound box stands here again once the fault is gone.</p>{:else}<Findings {draft} mayKey={session.mayKey} />{/if}
    </aside>
    <div class="strips">
      {#if draft.plan.controllers.length === 0}
        <p>No controller yet: what you see is the box left to itself. <a href="/chambers/{draft.id}/probes">Add a controller</a></p>
      {/if}
      {#each draft.plan.controllers as controller (controller.id)}
        <KeyStrip {draft} {controller} mayKey={session.mayKey} />
        <BandForm {draft} {controller} mayKey={session.mayKey} />
        <Propose {draft} {controller} mayKey={session.mayKey} mayPlan={session.mayPlan} />
        <Revisions {draft} {controller} />
        {#key controller.id}<KeyLimits {draft} {controller} />{/key}
      {/each}
    </div>
  </div>
{/if}

<style>
  .fault {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 16px;
    margin-bottom: 12px;
    padding: 8px 14px;
    border: 2px solid var(--alarm);
    background: var(--alarm-ground);
  }

  .desk {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 220px;
    grid-template-areas: 'main aside' 'strips aside';
    grid-template-rows: auto 1fr;
    gap: 0 18px;
  }

  aside {
    grid-area: aside;
  }

  .strips {
    grid-area: strips;
    min-width: 0;
  }

  .course {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
  }

  .main {
    grid-area: main;
    min-width: 0;
    position: relative;
    padding-top: 6px;
  }

  .course span {
    font-weight: 600;
  }

  .course .state {
    min-width: 6.2em;
  }

  .course select {
    max-width: 12.5em;
    min-height: 32px;
  }

  .sum {
    padding: 8px 0 12px;
    max-width: 90ch;
  }

  .undo {
    padding-bottom: 6px;
  }

  .missing {
    display: grid;
    gap: 12px;
    padding: 20px 0;
  }

  .course .course {
    flex-wrap: nowrap;
  }

  @media (min-width: 1001px) {
    .course {
      flex-wrap: nowrap;
    }

    .course select {
      max-width: 9.8em;
    }
  }

  @media (max-width: 1000px) {
    .desk {
      grid-template-columns: minmax(0, 1fr);
      grid-template-areas: 'main' 'strips' 'aside';
      gap: 18px;
    }
  }
</style>
