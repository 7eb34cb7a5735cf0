<script lang="ts">
  /** One chamber at a glance: who lives there, what it reads, the coming night, and what wants somebody. */
  import AlarmGroup from '../alarm/AlarmGroup.svelte'
  import type { Group } from '../alarm/words'
  import type { Living, Outlook } from '../api/types'
  import { sinceStart, subtitle } from '../chamber/subtitle'
  import { envelopePath, rangeOf, scaleOf } from '../ladder/scale'
  import { ago } from '../quantities'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, fill, fixed, level } from '../units'
  import type { Newest } from './live.svelte'
  import { isWaiting, type Row } from './nights.svelte'
  import { MARKS } from './rows'

  interface Props {
    row: Row
    /** How much it wants somebody: −1 and 0 now, up to 1 soon, 2 is well, 3 not begun. */
    rank: number
    /** Whether a display of it wants a check. */
    due: boolean
    alarms: Group[]
    /** What was measured last; null where nothing is. */
    measured: Newest | null
  }
  let { row, rank, due, alarms, measured }: Props = $props()
  const MISSING = { OCCUPANT: 'who lives in it', BOX: 'the box', CONTENTS: 'what is inside', ROOM: 'the room' } as const

  const view = $derived(row.view)
  const living = $derived(view.living)
  const first = $derived(row.answer?.findings[0])
  const groups = $derived(alarms.filter((each) => each.wants || each.leads.state !== 'SHELVED'))
  const [sign, tone, words] = $derived(isWaiting(row) ? ([' ', 'none', 'Rehearsing'] as const) : MARKS[Math.max(0, Math.ceil(rank))]!)

  function mini(answer: Outlook, needs: Living, width: number, height: number) {
    const range = rangeOf({
      keep: { low: needs.keepLowC, high: needs.keepHighC },
      harmLow: null,
      harmHigh: null,
      rungs: [],
      traceLow: answer.occupant.lowest,
      traceHigh: answer.occupant.highest,
    })
    const scale = scaleOf(range.low, range.high, 0, height)
    const { low, high } = answer.course
    return {
      path: envelopePath(low, high, (bucket) => ((bucket + 0.5) * width) / low.length, scale, 2.4),
      top: scale.y(needs.keepHighC),
      height: scale.y(needs.keepLowC) - scale.y(needs.keepHighC),
    }
  }
</script>

<li class={tone} class:sounding={groups.some((each) => each.wants)}>
  <span class="mark {tone}" aria-hidden="true">{sign}</span>
  <div class="who">
    <h2><a href="/chambers/{view.id}/{living && view.litres !== null ? 'settings' : 'chamber'}">{view.name}</a></h2>
    <p class="quiet">{subtitle(view)}{sinceStart(living)}</p>
    <span class="sr-only">{words}</span>
  </div>
  <div class="reading">
    {#if measured}
      <p class="mono figure">{fixed(celsiusTo(prefs.unit, measured.value), 1)} °{prefs.unit}</p>
      <p class={measured.silent ? 'silent' : 'quiet'}>
        {#if measured.silent}<span class="mark mind" aria-hidden="true">▲</span>nothing heard since, {ago(measured.ageS)}{:else}measured, {ago(measured.ageS)}{/if}
      </p>
      <p class="small"><a href="/chambers/{view.id}/run">{measured.name}</a></p>
    {:else if row.answer && living}
      <p class="mono figure">{fixed(celsiusTo(prefs.unit, row.answer.occupant.mean), 1)} °{prefs.unit}</p>
      <p class="quiet">
        {living.where}{#if row.answer.humidityPct !== null}, {fixed(row.answer.humidityPct, 0)} %RH{/if}, rehearsed
      </p>
    {:else}
      <p class="mono figure">—</p>
    {/if}
  </div>
  {#if row.answer && living}
    {@const drawn = mini(row.answer, living, 420, 74)}
    <svg
      class="mini"
      viewBox="0 0 420 74"
      preserveAspectRatio="none"
      role="img"
      aria-label="Rehearsed night: {level(row.answer.occupant.lowest, prefs.unit)} to {level(row.answer.occupant.highest, prefs.unit)} {living.where}"
    >
      <rect width="420" height="74" fill="var(--sheet)" />
      <rect y={drawn.top} width="420" height={drawn.height} fill="var(--keep)" />
      <path d={drawn.path} fill="var(--ink)" />
    </svg>
  {:else}
    <div class="mini none"></div>
  {/if}
  {#if groups.length > 0}
    <div class="alarms">
      {#each groups.slice(0, 3) as group (group.causeId)}
        <AlarmGroup {group} brief keep={living ? { low: living.keepLowC, high: living.keepHighC } : null} />
      {/each}
      <p>
        <a href="/chambers/{view.id}/run#alarms">{groups.length > 3 ? `All ${groups.length} alarms, and what they may be` : 'What it may be, and how it goes on'}</a>
      </p>
    </div>
  {/if}
  <div class="says">
    {#if first}
      <p><b>{fill(first.title, first.numbers, prefs.unit)}</b></p>
      <p class="small">{fill(first.reason, first.numbers, prefs.unit)}</p>
      <a href="/chambers/{view.id}/settings">{row.answer!.findings.length > 1 ? `See it and ${row.answer!.findings.length - 1} more` : 'See it on the ladder'}</a>
    {:else if row.answer}
      <p><b>in band all night in the rehearsal</b></p>
      {#if !due}<a href="/chambers/{view.id}/card">Open the card</a>{/if}
    {:else if row.refused}
      <p><b>cannot be rehearsed as it is planned</b></p>
      <p class="small">{row.refused}</p>
      <a href="/chambers/{view.id}/chamber">Mend the plan</a>
    {:else if view.ready}
      <p class="quiet">rehearsing …</p>
    {:else}
      <p><b>{view.missing.length ? 'planned, not measured yet' : view.controllers ? 'no settings saved yet' : 'no controller yet'}</b></p>
      {#if view.missing.length}<p class="small quiet">Missing: {view.missing.map((part) => MISSING[part]).join(', ')}.</p>{/if}
      <a href="/chambers/{view.id}/{living ? (view.missing.length ? 'chamber' : 'settings') : 'occupant'}">Go on planning</a>
    {/if}
    {#if due}<a href="/chambers/{view.id}/check">{first ? 'Its display wants a check, too' : 'Its display wants a check'}</a>{/if}
  </div>
</li>

<style>
  .silent {
    font-weight: 600;
  }

  .alarms {
    grid-column: 2 / -1;
    grid-row: 2;
    display: grid;
    gap: 8px;
  }

  li {
    display: grid;
    grid-template-columns: 22px minmax(180px, 1.1fr) 150px minmax(120px, 1.6fr) minmax(220px, 1.4fr);
    align-items: center;
    gap: 12px;
    padding: 16px 22px;
    border-bottom: 1px solid var(--hairline);
  }

  li.act {
    background: var(--alarm-ground);
    border-bottom: 3px solid var(--alarm);
  }

  .mark {
    font-size: 22px;
  }

  h2 {
    overflow-wrap: anywhere;
  }

  h2 a {
    color: inherit;
    text-decoration: none;
  }

  h2 a:hover {
    text-decoration: underline;
  }

  .figure {
    font-size: var(--huge);
    line-height: 1.2;
  }

  .mini {
    width: 100%;
    height: 74px;
  }

  .says {
    display: grid;
    gap: 2px;
  }

  .says a {
    color: inherit;
    font-weight: 700;
    text-decoration-thickness: 2px;
    text-underline-offset: 4px;
    padding: 4px 0;
  }

  @media (max-width: 900px) {
    li {
      /* The name keeps more than half, so that no word of it is broken. */
      grid-template-columns: 22px minmax(0, 1fr) fit-content(45%);
      padding: 14px;
    }

    .mini,
    .says {
      grid-column: 2 / 4;
    }

    .mini {
      height: 56px;
    }

    .mini.none,
    .sounding .mini {
      display: none;
    }

    .alarms {
      grid-row: auto;
      grid-column: 1 / -1;
    }
  }
</style>
