<script lang="ts">
  /** A batch as a strip of days: its stages side by side, now, and when the first and the last may come. */
  import type { BatchView } from '../api/types'
  import { between, plus, span } from './days'
  import { local } from './words'

  interface Props {
    batch: BatchView
    /** The first day, and how many. */
    first: string
    days: number
    /** Now, by the clock of the site. */
    now: string
  }
  let { batch, first, days, now }: Props = $props()
  const stages = $derived(
    batch.stages.flatMap((stage, i) => {
      const place = stage.from === null ? null : span(stage.from, stage.to ?? null, first, days)
      return place ? [{ ...stage, ...place, shade: i % 2 }] : []
    }),
  )
  const waits = $derived(batch.firstExpected && batch.lastExpected ? span(batch.firstExpected, batch.lastExpected, first, days) : null)
  const here = $derived(span(now, plus(now.slice(0, 10), 1) + 'T23:59', first, days))
  const share = (of: number) => `${(100 * of) / days}%`
  const day = $derived(between(batch.startsAt.slice(0, 10), now.slice(0, 10)))
</script>

<div class="strip" role="img" aria-label="{batch.name}, day {day}: {batch.stages.map((each) => `${each.name}${each.from ? ` from ${local(each.from, 'day')}` : ''}`).join(', ')}">
  {#each stages as each (each.id)}
    <span class="stage" class:odd={each.shade === 1} style:left={share(each.from)} style:width={share(each.to - each.from)} title={each.name}>
      <span>{each.name}</span>
    </span>
  {/each}
  {#if waits}<span class="waits" style:left={share(waits.from)} style:width={share(waits.to - waits.from)} title="The first to the last may come"></span>{/if}
  {#if here}<span class="here" style:left={share(here.from)}></span>{/if}
</div>

<style>
  .strip {
    position: relative;
    height: 30px;
    overflow: hidden;
    background: var(--sheet);
    border: 1px solid var(--hairline);
  }

  .stage {
    position: absolute;
    top: 0;
    height: 22px;
    overflow: hidden;
    padding: 1px 4px;
    border-right: 2px solid var(--keep-edge);
    background: var(--keep);
    font-size: var(--small);
    white-space: nowrap;
  }

  .stage.odd {
    background: var(--keep-strong);
  }

  .waits {
    position: absolute;
    bottom: 0;
    height: 7px;
    background: repeating-linear-gradient(45deg, var(--ink) 0 2px, transparent 2px 6px);
  }

  .here {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 0;
    border-left: 3px solid var(--ink);
  }
</style>
