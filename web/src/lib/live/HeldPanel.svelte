<script lang="ts">
  /** Readings that were held back: why, and what is done with them. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { HeldList, HeldView, SeriesView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { fixed } from '../units'
  import { when } from '../when'
  import { QUANTITIES, shown } from '../quantities'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    chamberId: string
    series: SeriesView[]
    onwaiting: (count: number) => void
  }
  let { chamberId, series, onwaiting }: Props = $props()
  let held = $state.raw<HeldList | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  let chosen = $state<string[]>([])
  let note = $state('')
  let into = $state('')
  let said = $state('')

  const WHY: Record<HeldView['reason'], string> = {
    FUTURE: 'of a time that had not come: the device’s clock is ahead',
    IMPOSSIBLE: 'no such value can be: a wire is off, or a sensor broken',
    TOO_OLD: 'of a time of which single readings are no longer kept',
    UNKNOWN_SERIES: 'its series is not known, or retired',
    CHANGED: 'another value of the same moment is kept already',
  }

  async function load() {
    try {
      held = await dataOf(api.get('/chambers/{chamberId}/held-back', { params: { path: { chamberId } } }))
      onwaiting(held.waiting)
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  onMount(load)

  const waiting = $derived(held?.some.filter((each) => each.decision === null) ?? [])
  const decided = $derived(held?.some.filter((each) => each.decision !== null) ?? [])
  const unknown = $derived(waiting.some((each) => chosen.includes(each.id) && each.reason === 'UNKNOWN_SERIES'))
  const nameOf = (each: HeldView) => series.find((one) => one.id === each.seriesId)?.name ?? each.seriesText
  const valueOf = (each: HeldView) => {
    const unit = Object.values(QUANTITIES)
      .flatMap((one) => one.units)
      .find(([name]) => name === each.unit)
    return `${fixed(each.value, Number.isInteger(each.value) ? 0 : 2)}${unit ? ` ${unit[1]}` : ''}`
  }

  async function decide(decision: 'LET_IN' | 'THROWN_AWAY') {
    try {
      const body = { ids: chosen, decision, note, seriesId: into || null }
      const count = chosen.length
      held = await dataOf(api.post('/chambers/{chamberId}/held-back/decide', { params: { path: { chamberId } }, body }))
      said = `${count} ${decision === 'LET_IN' ? 'let in' : 'thrown away'}; who, when and why stays in the record.`
      chosen = []
      note = ''
      trouble = null
      onwaiting(held.waiting)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
</script>

<p class="quiet lead">What a device sends that cannot be taken as it is, is kept aside here. Nothing of it is deleted: it is let in, or thrown away with a reason that stays.</p>
<Trouble of={trouble} />
<p class="sr-only" role="status">{said}</p>
{#if held === null}
  <p class="quiet">Fetching …</p>
{:else if waiting.length === 0}
  <p><span class="mark well" aria-hidden="true">■</span> Nothing waits for a decision.</p>
{:else}
  <p>
    <b>{held.waiting} wait{held.waiting === 1 ? 's' : ''} for a decision.</b>{#if held.waiting > waiting.length}
      The newest {waiting.length} are shown.{/if}
  </p>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" role="region" aria-label="Readings that wait" tabindex="0">
    <table>
      <thead>
        <tr>
          <th scope="col"
            ><label class="all"
              ><input
                type="checkbox"
                checked={chosen.length === waiting.length}
                onchange={(event) => (chosen = event.currentTarget.checked ? waiting.map((each) => each.id) : [])}
              /><span class="sr-only">All</span></label
            ></th
          >
          <th scope="col">Series</th><th scope="col">Of</th><th scope="col">Value</th><th scope="col">Why</th><th scope="col">Came</th>
        </tr>
      </thead>
      <tbody>
        {#each waiting as each (each.id)}
          {@const one = series.find((other) => other.id === each.seriesId)}
          <tr>
            <td><input type="checkbox" value={each.id} bind:group={chosen} aria-label="{nameOf(each)}, {when(each.at, 'moment')}, {valueOf(each)}" /></td>
            <th scope="row">{nameOf(each)}</th>
            <td>{when(each.at, 'moment')}</td>
            <td class="mono">{valueOf(each)}</td>
            <td
              >{WHY[each.reason]}{#if each.keptValue !== null && one}: {shown(each.keptValue, one, prefs.unit)}{/if}</td
            >
            <td>{when(each.receivedAt, 'minute')}{each.seenTimes > 1 ? `, ${each.seenTimes} times` : ''}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if session.mayPlan}
    <div class="decide">
      {#if unknown}
        <label
          ><span>Put what has no known series into</span><select bind:value={into}
            ><option value="">choose one</option>{#each series as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
          ></label
        >
      {/if}
      <label class="why"><span>Why</span><input maxlength="300" bind:value={note} placeholder="e.g. the logger’s clock was a day ahead" /></label>
      <button class="button main" disabled={chosen.length === 0 || note.trim() === ''} onclick={() => decide('LET_IN')}>Let {chosen.length || ''} in</button>
      <button class="button" disabled={chosen.length === 0 || note.trim() === ''} onclick={() => decide('THROWN_AWAY')}>Throw {chosen.length || ''} away</button>
    </div>
  {:else}
    <p class="quiet">Deciding takes a lead.</p>
  {/if}
{/if}
{#if decided.length > 0}
  <details>
    <summary>Decided already ({decided.length})</summary>
    <ul class="done">
      {#each decided as each (each.id)}
        <li>
          {nameOf(each)}, {when(each.at, 'moment')}, {valueOf(each)}: {each.decision === 'LET_IN' ? 'let in' : 'thrown away'} by {each.decidedBy}, {when(
            each.decidedAt!,
            'moment',
          )}. {each.note}
        </li>
      {/each}
    </ul>
  </details>
{/if}

<style>
  .lead {
    max-width: 75ch;
    padding-bottom: 10px;
  }

  .scroll {
    max-height: 460px;
    overflow: auto;
  }

  table {
    border-collapse: collapse;
  }

  th,
  td {
    padding: 5px 14px 5px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    vertical-align: top;
  }

  .all {
    display: flex;
    align-items: center;
    min-height: 24px;
  }

  .decide {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    padding: 12px 0;
  }

  .decide label {
    display: grid;
    gap: 2px;
  }

  .why {
    flex: 1 1 300px;
    max-width: 520px;
  }

  .done {
    padding-left: 18px;
  }
</style>
