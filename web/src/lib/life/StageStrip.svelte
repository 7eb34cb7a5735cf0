<script lang="ts">
  /** The stages of a school on one strip, with the day it is now. */
  import type { School, Stage } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, fixed } from '../units'
  import { segmentsOf } from './stages'

  let { school, chosen, today = null, pick }: { school: School; chosen: string | null; today?: number | null; pick: (stage: Stage) => void } = $props()
  const segments = $derived(segmentsOf(school))
  const total = $derived(segments.reduce((most, each) => Math.max(most, each.toDay ?? 0), 0))
  const band = (low: number, high: number) => `${fixed(celsiusTo(prefs.unit, low), 1)}–${fixed(celsiusTo(prefs.unit, high), 1)} °${prefs.unit}`
  /** Where today stands: within its segment by days, so that it agrees with the widened shares. */
  const mark = $derived.by(() => {
    if (today === null) return null
    let left = 0
    for (const each of segments) {
      const length = each.toDay === null ? Infinity : each.toDay - each.fromDay
      if (each.toDay === null || today < each.toDay) return left + each.share * (length === Infinity ? 0.5 : (today - each.fromDay) / length)
      left += each.share
    }
    return null
  })
</script>

<div class="strip" role="group" aria-label="Stages of {school.name}">
  {#each segments as segment (segment.stage.id)}
    <button style:flex-grow={Math.round(segment.share * 1000)} aria-pressed={segment.stage.id === chosen} onclick={() => pick(segment.stage)}>
      <b>{segment.stage.name}</b>
      <span class="mono">{band(segment.stage.temperatureC.low, segment.stage.temperatureC.high)}</span>
      {#if segment.stage.humidityPct}<span class="mono quiet">{segment.stage.humidityPct.low}–{segment.stage.humidityPct.high} %RH</span>{/if}
      <span class="small quiet"
        >{segment.toDay === null
          ? segment.fromDay > 0
            ? `from day ${fixed(segment.fromDay, 0)}`
            : 'open-ended'
          : `day ${fixed(segment.fromDay + 1, 0)}–${fixed(segment.toDay, 0)}`}</span
      >
    </button>
  {/each}
  {#if mark !== null}<span class="now" style:left="{100 * mark}%"><span class="small">day {today! + 1}{total ? ` of about ${fixed(total, 0)}` : ''}</span></span>{/if}
</div>

<style>
  .strip {
    position: relative;
    display: flex;
    gap: 2px;
    padding-bottom: 22px;
  }

  button {
    display: grid;
    gap: 1px;
    align-content: start;
    flex-basis: 0;
    min-width: 0;
    padding: 8px;
    border: 1px solid var(--edge);
    background: var(--sheet);
    text-align: left;
    overflow-wrap: anywhere;
    cursor: pointer;
  }

  button[aria-pressed='true'] {
    background: var(--keep);
    border: 2px solid var(--keep-edge);
    padding: 7px;
  }

  button[aria-pressed='true'] .quiet {
    color: var(--ink);
  }

  .mono {
    white-space: normal;
    font-size: 13px;
  }

  .now {
    position: absolute;
    bottom: 0;
    top: 0;
    border-left: 3px solid var(--ink);
    pointer-events: none;
  }

  .now span {
    position: absolute;
    bottom: 0;
    left: 4px;
    white-space: nowrap;
    font-weight: 700;
  }

  @media (max-width: 700px) {
    .strip {
      flex-direction: column;
    }

    .now {
      display: none;
    }
  }
</style>
