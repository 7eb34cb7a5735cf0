<script lang="ts">
  import { deadly, fieldOf, levelOf, quantityOf, withLevel } from '../danger'
  import { AIR, HELD, type Held, isOfAir, OF_AIR, wantedOf } from '../held'
  import type { OccupancyPlan, Stage } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import { prefs } from '../prefs.svelte'
  import { difference, level } from '../units'
  import HarmChart from './HarmChart.svelte'

  let {
    draft,
    occupancy,
    disabled,
    due,
    plan,
  }: {
    draft: ChamberDraft
    occupancy: OccupancyPlan
    disabled: boolean
    /** The stage that it is time for by its days; null where that is not known. */
    due: Stage | null
    /** Plans for a stage. */
    plan: (stage: Stage) => void
  } = $props()
  const id = $props.id()
  /** What of the air has a target range here: only that can harm. */
  const ofAir = $derived(OF_AIR.filter((each) => wantedOf(each, occupancy).every((end) => end !== null)))

  /** A level to begin with: outside of what is wanted, on that side. */
  const beyond = (of: Held, side: 'LOW' | 'HIGH') => {
    if (!isOfAir(of)) return side === 'HIGH' ? Math.min(80, occupancy.keepHighC + 5) : Math.max(-40, occupancy.keepLowC - 5)
    const [low, high] = wantedOf(of, occupancy) as [number, number]
    return side === 'HIGH' ? (of === 'CARBON_DIOXIDE' ? 2 * high : Math.min(100, high + 5)) : low / 2
  }

  const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)

  function change(action: () => void) {
    action()
    draft.replan()
  }

  /** What the simulated day does, a tenth of a kelvin wider: offered where it is not inside what is wanted. Fish and corals that are used to a range are not moved by a book. */
  const usual = $derived.by(() => {
    const reached = draft.answer?.metrics.occupant
    if (!reached || occupancy.night || (reached.lowest >= occupancy.keepLowC - 0.1 && reached.highest <= occupancy.keepHighC + 0.1)) return null
    const low = Math.floor(reached.lowest * 10 - 1) / 10
    const high = Math.ceil(reached.highest * 10 + 1) / 10
    const safe = deadly(occupancy.harmLimits).every((each) => (each.side === 'HIGH' ? high < each.level : low > each.level))
    return safe && high - low < 12 ? { low, high } : null
  })
</script>

<fieldset class="form needs" {disabled}>
  <legend><h2>What they need in this chamber</h2></legend>
  <p class="quiet small">Judgements to start from, not promises. All values {occupancy.where}.</p>
  {#if due && due.id !== occupancy.stageId}
    <p>
      <span class="mark mind" aria-hidden="true">▲</span>By its days it is time for <b>{due.name}</b>.
      <button class="link" {disabled} onclick={() => plan(due!)}>Plan for it</button>
    </p>
  {/if}
  {#if usual}
    <p class="small">
      The simulated day here goes from {level(usual.low, prefs.unit)} to {level(usual.high, prefs.unit)}.
      <button class="link" {disabled} onclick={() => change(() => ((occupancy.keepLowC = usual!.low), (occupancy.keepHighC = usual!.high)))}
        >They are used to that: keep what is usual here</button
      >
    </p>
  {/if}
  <div class="needs-columns">
    <div class="part">
      <div class="row">
        <NumberField
          label="Keep from"
          kind="level"
          value={occupancy.keepLowC}
          error={draft.error('occupancy.keepLowC')}
          onchange={(value) => change(() => (occupancy.keepLowC = value!))}
        />
        <NumberField
          label="Keep to"
          kind="level"
          value={occupancy.keepHighC}
          error={draft.error('occupancy.keepHighC')}
          onchange={(value) => change(() => (occupancy.keepHighC = value!))}
        />
        {#each OF_AIR as of (of)}
          {#each AIR[of].ends as end, index (end)}
            <NumberField
              label="{capital(HELD[of].name)} {index === 0 ? 'from' : 'to'}"
              unit={AIR[of].sign}
              digits={AIR[of].digits === 0 ? 0 : 2}
              emptyMeans="any"
              value={occupancy[end]}
              error={draft.error(`occupancy.${end}`)}
              onchange={(value) => change(() => (occupancy[end] = value))}
            />
          {/each}
        {/each}
        <NumberField
          label="Changes by at most"
          kind="difference"
          unit="/h"
          emptyMeans="any"
          value={occupancy.maxRateKh}
          error={draft.error('occupancy.maxRateKh')}
          onchange={(value) => change(() => (occupancy.maxRateKh = value))}
        />
        <div class="plain">
          <label for="{id}-since">Since</label>
          <input id="{id}-since" type="date" value={occupancy.startedOn ?? ''} onchange={(event) => (occupancy.startedOn = event.currentTarget.value || null)} />
        </div>
        {#if occupancy.measured === 'AIR' && !draft.plan.box?.tank}
          <NumberField
            label="Air there, above the mixed air"
            kind="difference"
            emptyMeans={draft.answer ? difference(draft.answer.layout.occupantGradientK, prefs.unit) : 'from its height'}
            value={occupancy.gradientK}
            error={draft.error('occupancy.gradientK')}
            onchange={(value) => change(() => (occupancy.gradientK = value))}
          />
        {/if}
      </div>
      {#if occupancy.other}
        {@const other = occupancy.other}
        <div class="row">
          <div class="plain">
            <label for="{id}-other">The other place</label>
            <input id="{id}-other" maxlength="40" value={other.where} onchange={(event) => change(() => (other.where = event.currentTarget.value.trim()))} />
          </div>
          <NumberField
            label="Keep it from"
            kind="level"
            value={other.keepLowC}
            error={draft.error('occupancy.other.keepLowC')}
            onchange={(value) => change(() => (other.keepLowC = value!))}
          />
          <NumberField
            label="Keep it to"
            kind="level"
            value={other.keepHighC}
            error={draft.error('occupancy.other.keepHighC')}
            onchange={(value) => change(() => (other.keepHighC = value!))}
          />
          <button class="link small" onclick={() => change(() => (occupancy.other = null))}>No other place</button>
        </div>
        {#if draft.error('occupancy.other.where')}<p class="error">Its name {draft.error('occupancy.other.where')}</p>{/if}
        <p class="small quiet">
          It is {occupancy.measured === 'AIR' ? 'the contents: a controller whose probe is mostly in them' : 'the air: a controller whose probe is mostly in it'} governs it and is judged
          there.
        </p>
      {:else if !draft.plan.box?.tank}
        <p>
          <button
            class="link small"
            onclick={() =>
              change(
                () =>
                  (occupancy.other = {
                    where: occupancy.measured === 'AIR' ? 'at the roots' : 'in the air over them',
                    keepLowC: occupancy.keepLowC,
                    keepHighC: occupancy.keepHighC,
                  }),
              )}>{occupancy.measured === 'AIR' ? 'Roots or bedding have a band of their own' : 'The air over them has a band of its own'}</button
          >
        </p>
      {/if}
      <h3>By night</h3>
      {#if occupancy.night}
        {@const night = occupancy.night}
        <div class="row">
          <NumberField
            label="Night begins"
            unit="o’clock"
            value={night.fromHour}
            error={draft.error('occupancy.night.fromHour')}
            onchange={(value) => change(() => (night.fromHour = value!))}
          />
          <NumberField
            label="and ends"
            unit="o’clock"
            value={night.toHour}
            error={draft.error('occupancy.night.toHour')}
            onchange={(value) => change(() => (night.toHour = value!))}
          />
          <NumberField
            label="Lowest by night"
            kind="level"
            value={night.keepLowC}
            error={draft.error('occupancy.night.keepLowC')}
            onchange={(value) => change(() => (night.keepLowC = value!))}
          />
          <NumberField
            label="Highest by night"
            kind="level"
            value={night.keepHighC}
            error={draft.error('occupancy.night.keepHighC')}
            onchange={(value) => change(() => (night.keepHighC = value!))}
          />
          {#each ofAir as of (of)}
            {#each AIR[of].ends as end, index (end)}
              <NumberField
                label="{capital(HELD[of].name)} {index === 0 ? 'from' : 'to'}, by night"
                unit={AIR[of].sign}
                digits={AIR[of].digits === 0 ? 0 : 2}
                emptyMeans="as by day"
                value={night[end]}
                error={draft.error(`occupancy.night.${end}`)}
                onchange={(value) => change(() => (night[end] = value))}
              />
            {/each}
          {/each}
          <button class="link small" onclick={() => change(() => (occupancy.night = null))}>The same by night as by day</button>
        </div>
      {:else}
        <p>
          <button
            class="link small"
            onclick={() =>
              change(
                () =>
                  (occupancy.night = {
                    keepLowC: occupancy.keepLowC,
                    keepHighC: occupancy.keepHighC,
                    keepHumidityLowPct: null,
                    keepHumidityHighPct: null,
                    keepCarbonDioxideLowPpm: null,
                    keepCarbonDioxideHighPpm: null,
                    fromHour: 21,
                    toHour: 7,
                  }),
              )}>They want something else by night</button
          >
        </p>
      {/if}
      <h3>What harms them, and how soon</h3>
      <p class="small quiet">What does not kill and still costs, as a poorer hatch, is told apart: say what it costs.</p>
      {#each occupancy.harmLimits as limit, index (limit)}
        {@const of = quantityOf(limit)}
        {@const field = fieldOf(of)}
        {@const choices = ['TEMPERATURE' as const, ...OF_AIR.filter((each) => each === of || ofAir.includes(each))]}
        <div class="row">
          {#if choices.length > 1}
            <div class="plain">
              <label for="{id}-of-{index}">Of</label>
              <select
                id="{id}-of-{index}"
                value={of}
                onchange={(event) => {
                  const other = event.currentTarget.value as Held
                  change(() => (occupancy.harmLimits[index] = withLevel(limit, beyond(other, limit.side), other)))
                }}
              >
                {#each choices as each (each)}<option value={each}>{HELD[each].name}</option>{/each}
              </select>
            </div>
          {/if}
          <div class="plain">
            <label for="{id}-side-{index}">Side</label>
            <select id="{id}-side-{index}" bind:value={limit.side} onchange={() => draft.replan()}>
              <option value="HIGH">at or above</option>
              <option value="LOW">at or below</option>
            </select>
          </div>
          <NumberField
            label="Level"
            kind={isOfAir(of) ? 'plain' : 'level'}
            unit={isOfAir(of) ? AIR[of].sign : ''}
            value={levelOf(limit)}
            error={draft.error(`occupancy.harmLimits[${index}].${field}`)}
            onchange={(value) => change(() => (limit[field] = value!))}
          />
          <NumberField
            label="Borne for"
            unit="h"
            scale={1 / 3600}
            value={limit.durationS}
            error={draft.error(`occupancy.harmLimits[${index}].durationS`)}
            onchange={(value) => change(() => (limit.durationS = value!))}
          />
          <div class="plain">
            <label for="{id}-costs-{index}">What it costs</label>
            <input
              id="{id}-costs-{index}"
              maxlength="120"
              placeholder="it kills or maims"
              value={limit.costs ?? ''}
              onchange={(event) => {
                const said = event.currentTarget.value.trim()
                change(() => (limit.costs = said === '' ? null : said))
              }}
            />
          </div>
          <button class="link small" onclick={() => change(() => (occupancy.harmLimits = occupancy.harmLimits.filter((each) => each !== limit)))}>Remove</button>
        </div>
      {/each}
      <div>
        <button
          class="button"
          onclick={() =>
            change(() => occupancy.harmLimits.push({ side: 'HIGH', levelC: beyond('TEMPERATURE', 'HIGH'), levelPct: null, levelPpm: null, durationS: 3600, costs: null }))}
          >Add a danger limit</button
        >
      </div>
    </div>
    <HarmChart keepLowC={occupancy.keepLowC} keepHighC={occupancy.keepHighC} limits={deadly(occupancy.harmLimits)} />
  </div>
</fieldset>

<style>
  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .needs {
    margin-top: 12px;
    border-top: 3px solid var(--ink);
  }

  .needs-columns {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 24px;
  }

  legend {
    padding: 8px 12px 0 0;
  }

  @media (max-width: 1000px) {
    .needs-columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
