<script lang="ts">
  /** Chambers side by side, and one with itself of other days: before and after a change, this week and the last. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../lib/api/client'
  import type { Chart, ChamberView, SeriesView } from '../lib/api/types'
  import Plot from '../lib/live/Plot.svelte'
  import { shown, signOf } from '../lib/quantities'
  import { prefs } from '../lib/prefs.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'

  interface Line {
    seriesId: string
    /** Drawn as it was so many days before. */
    daysBefore: number
  }
  const MOST = 6
  const BUCKETS = 900
  const DAY_MS = 86_400_000
  const COLOURS: [string, number[]][] = [
    ['var(--ink)', []],
    ['var(--cooling)', [8, 4]],
    ['var(--warming)', [2, 3]],
    ['var(--moistening)', [10, 3, 2, 3]],
    ['var(--drying)', [5, 5]],
    ['var(--backup)', [1, 4]],
  ]
  let series = $state.raw<SeriesView[]>([])
  let chambers = $state.raw<ChamberView[]>([])
  let lines = $state<Line[]>([])
  let days = $state(1)
  let charts = $state.raw<(Chart | null)[]>([])
  let trouble = $state.raw<Problem | null>(null)
  let asked = 0

  const nameOf = (each: SeriesView) => `${chambers.find((one) => one.id === each.chamberId)?.plan.name ?? 'a chamber that was removed'}: ${each.name}`
  const of = (id: string) => series.find((each) => each.id === id)
  const before = (line: Line) => (line.daysBefore === 0 ? '' : line.daysBefore === 1 ? ', a day before' : `, ${line.daysBefore} days before`)

  onMount(async () => {
    try {
      ;[series, chambers] = await Promise.all([dataOf(api.get('/series')), dataOf(api.get('/chambers'))])
      // Of each chamber what stands nearest to its occupant: a probe rather than a display.
      lines = chambers
        .map((one) => series.filter((each) => each.chamberId === one.id && each.quantity === 'TEMPERATURE'))
        .map((mine) => mine.find((each) => each.controllerId === null) ?? mine[0])
        .filter((each) => each !== undefined)
        .slice(0, MOST)
        .map((each) => ({ seriesId: each.id, daysBefore: 0 }))
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  })

  $effect(() => {
    const wanted = lines.map((line) => ({ ...line }))
    const to = Date.now()
    const turn = ++asked
    void Promise.all(
      wanted.map((line) => {
        const until = to - line.daysBefore * DAY_MS
        const query = { from: new Date(until - days * DAY_MS).toISOString(), to: new Date(until).toISOString(), buckets: BUCKETS }
        return dataOf(api.get('/series/{id}/chart', { params: { path: { id: line.seriesId }, query } }))
      }),
    ).then(
      (answers) => {
        if (turn === asked) charts = answers as Chart[]
      },
      (failed: unknown) => {
        if (!(failed instanceof Problem)) throw failed
        if (turn === asked) trouble = failed
      },
    )
  })

  const known = $derived(
    lines.flatMap((line, index) => {
      const one = of(line.seriesId)
      const chart = charts[index]
      return one && chart ? [{ line, series: { ...one, name: nameOf(one) + before(line) }, chart, colour: COLOURS[index]![0], dash: COLOURS[index]![1] }] : []
    }),
  )
  /** At most two units, and one pace, stand on one chart. */
  const units = $derived([...new Set(known.map((each) => each.series.sign))].slice(0, 2))
  const pace = $derived(Math.max(0, ...known.map((each) => each.chart.bucketS)))
  const drawn = $derived(known.filter((each) => units.includes(each.series.sign) && each.chart.bucketS === pace))
  const left = $derived(known.filter((each) => !drawn.includes(each)))
</script>

<svelte:head><title>Compare · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Compare</h1>
</header>
<div class="page">
  <Trouble of={trouble} />
  <ol>
    {#each lines as line, index (index)}
      <li>
        <svg width="34" height="10" aria-hidden="true"
          ><line x2="34" y1="5" y2="5" stroke={COLOURS[index]![0]} stroke-width="3" stroke-dasharray={COLOURS[index]![1].join(' ')} /></svg
        >
        <label
          ><span class="sr-only">Series {index + 1}</span><select bind:value={line.seriesId}>
            {#each series as each (each.id)}<option value={each.id}>{nameOf(each)} ({signOf(each, prefs.unit)})</option>{/each}
          </select></label
        >
        <label
          ><span class="sr-only">Series {index + 1}, days before</span><select bind:value={line.daysBefore}>
            <option value={0}>as it is</option>
            {#each [1, 2, 3, 7, 14, 28, 365] as each (each)}<option value={each}>{each === 1 ? 'a day before' : each === 365 ? 'a year before' : `${each} days before`}</option
              >{/each}
          </select></label
        >
        <button class="link small" onclick={() => (lines = lines.filter((_, at) => at !== index))}>Take away</button>
      </li>
    {/each}
  </ol>
  <p class="choose">
    {#if lines.length < MOST && series.length > 0}
      <button class="button" onclick={() => (lines = [...lines, { seriesId: lines.at(-1)?.seriesId ?? series[0]!.id, daysBefore: 1 }])}>Another line</button>
    {/if}
    <label
      ><span class="sr-only">Over</span><select bind:value={days}>
        <option value={1}>the last day</option><option value={3}>the last 3 days</option><option value={7}>the last week</option><option value={28}>the last 4 weeks</option>
      </select></label
    >
  </p>
  {#if drawn.length > 0}
    <Plot shown={drawn} keep={null} label="Chart of {drawn.map((each) => each.series.name).join('; ')}" onzoom={() => {}} oncursor={() => {}} />
  {:else if series.length === 0}<p>Nothing is measured anywhere yet.</p>{/if}
  {#if left.length > 0}<p class="small quiet">
      Not drawn: {left.map((each) => each.series.name).join(', ')}. Two units fit on one chart, sent at one pace; a longer span brings paces together.
    </p>{/if}
  {#if known.length > 0}
    <ul>
      {#each known as each (each.series.name)}
        {@const { low, high, mean } = each.chart.summary}
        <li>
          {each.series.name}: {low === null || high === null
            ? 'nothing was measured'
            : `${shown(low, each.series, prefs.unit)} to ${shown(high, each.series, prefs.unit)}${mean === null ? '' : `, mean ${shown(mean, each.series, prefs.unit)}`}`}
        </li>
      {/each}
    </ul>
  {/if}
  <p class="small quiet">What is drawn as it was days before stands at the hour of the day it had then. The rehearsal is laid over a chamber’s own trace on its Run page.</p>
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
    padding: 16px 22px;
  }

  ol,
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  ol li,
  .choose {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    padding: 4px 0;
  }

  ol select {
    max-width: min(100%, 460px);
  }
</style>
