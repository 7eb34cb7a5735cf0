<script lang="ts">
  /** Any span of some series: on one time axis, as a table, in words, and as a file. */
  import { untrack } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { Chart, DayView, Mark, SeriesView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { duration, fixed } from '../units'
  import { when } from '../when'
  import Plot from './Plot.svelte'
  import { QUANTITIES, shown, signOf, toRead } from '../quantities'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    chamberId: string
    series: SeriesView[]
    /** What is wanted of temperatures (°C); null where it is not known. */
    keep: { low: number; high: number } | null
  }
  let { chamberId, series, keep }: Props = $props()
  const COLOURS: [string, number[]][] = [
    ['var(--ink)', []],
    ['var(--cooling)', [8, 4]],
    ['var(--warming)', [2, 3]],
    ['var(--moistening)', [10, 3, 2, 3]],
    ['var(--drying)', [5, 5]],
    ['var(--backup)', [1, 4]],
  ]
  const BUCKETS = 1200

  const standing = $derived(series.filter((each) => each.retiredAt === null || each.latest !== null))
  let chosen = $state<string[]>(untrack(() => standing.filter((each) => each.quantity === 'TEMPERATURE').slice(0, 2)).map((each) => each.id))
  const units = $derived(new Set(standing.filter((each) => chosen.includes(each.id)).map((each) => each.sign)))
  let day = $state.raw<DayView | null>(null)
  let span = $state.raw<{ from: Date; to: Date } | null>(null)
  /** Spans that were zoomed out of, the last last. */
  let before = $state.raw<{ from: Date; to: Date }[]>([])
  let charts = $state.raw<Chart[]>([])
  let drawn = $state.raw<SeriesView[]>([])
  let busy = $state(false)
  let trouble = $state.raw<Problem | null>(null)
  let cursor = $state<number | null>(null)
  let asked = 0

  async function goTo(wanted: string) {
    try {
      day = await dataOf(api.get('/days/{day}', { params: { path: { day: wanted } } }))
      before = []
      span = { from: new Date(day.from), to: new Date(day.to) }
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  void goTo('today')

  function last(days: number) {
    const to = day ? new Date(Math.min(Date.parse(day.to), Date.now())) : new Date()
    before = []
    span = { from: new Date(to.getTime() - days * 86_400_000), to }
  }

  function zoom(from: Date, to: Date) {
    if (span) before = [...before, span]
    span = { from, to }
  }

  function back() {
    span = before.at(-1) ?? span
    before = before.slice(0, -1)
  }

  function nearer(factor: number) {
    if (!span) return
    const middle = (span.from.getTime() + span.to.getTime()) / 2
    const half = Math.max(60_000, ((span.to.getTime() - span.from.getTime()) * factor) / 2)
    zoom(new Date(middle - half), new Date(middle + half))
  }

  $effect(() => {
    const wanted = standing.filter((each) => chosen.includes(each.id))
    if (!span || wanted.length === 0) {
      charts = []
      drawn = []
      return
    }
    const turn = ++asked
    const query = { from: span.from.toISOString(), to: span.to.toISOString(), buckets: BUCKETS }
    busy = true
    void Promise.all(wanted.map((each) => dataOf(api.get('/series/{id}/chart', { params: { path: { id: each.id }, query } }))))
      .then((answers) => {
        if (turn !== asked) return
        charts = answers as Chart[]
        drawn = wanted
        trouble = null
      })
      .catch((failed: unknown) => {
        if (!(failed instanceof Problem)) throw failed
        if (turn === asked) trouble = failed
      })
      .finally(() => {
        if (turn === asked) busy = false
      })
  })

  const SIGNS = { UNACKNOWLEDGED: '◆', ACKNOWLEDGED: '▲', NORMAL: '■', RETURNED: '■', SHELVED: '□' } as const
  let happened = $state.raw<Mark[]>([])
  const marks = $derived(
    happened.map((each) => ({
      at: Date.parse(each.at) / 1000,
      sign: each.state === null ? '◇' : SIGNS[each.state],
      tone: each.state === 'UNACKNOWLEDGED' ? ('alarm' as const) : ('quiet' as const),
    })),
  )
  $effect(() => {
    if (!span) return
    const query = { from: span.from.toISOString(), to: span.to.toISOString() }
    api.get('/chambers/{chamberId}/timeline', { params: { path: { chamberId }, query } }).then(
      (answer) => (happened = answer.data ?? []),
      // Without them the chart is what it is; why, it says itself.
      () => (happened = []),
    )
  })

  const lines = $derived(
    drawn.map((each, index) => ({ series: each, chart: charts[index]!, colour: COLOURS[index % COLOURS.length]![0], dash: COLOURS[index % COLOURS.length]![1] })),
  )
  /** One grid for all: they are drawn on one axis, so that all have the buckets of the coarsest. */
  const together = $derived(lines.filter(({ chart }) => chart.bucketS === Math.max(...lines.map((line) => line.chart.bucketS))))
  const finer = $derived(lines.filter((line) => !together.includes(line)))

  function summary({ series: of, chart }: (typeof lines)[number]): string {
    const { low, high, mean, knownShare } = chart.summary
    if (low === null || high === null) return `${of.name}: nothing was measured.`
    const gaps =
      chart.gaps.length === 0 ? 'without a gap' : `${chart.gaps.length === 1 ? 'one gap' : `${chart.gaps.length} gaps`}, measured ${fixed(100 * knownShare, 1)} % of the time`
    return `${of.name}: ${shown(low, of, prefs.unit)} to ${shown(high, of, prefs.unit)}${mean === null ? '' : `, mean ${shown(mean, of, prefs.unit)}`}; ${gaps}.`
  }

  /** At most so many lines in the table; what is more is in the file. */
  const LINES = 200
  const every = $derived(Math.max(1, Math.ceil((together[0]?.chart.at.length ?? 0) / LINES)))
  const file = $derived(
    span ? `from=${encodeURIComponent(span.from.toISOString())}&to=${encodeURIComponent(span.to.toISOString())}${chosen.map((id) => `&series=${id}`).join('')}` : '',
  )
  const isDay = $derived(span && day && before.length === 0 && span.from.toISOString() === new Date(day.from).toISOString())
</script>

<div class="pick">
  <fieldset>
    <legend class="small quiet">Series</legend>
    {#each standing as each (each.id)}
      {@const index = drawn.findIndex((one) => one.id === each.id)}
      <label class="tick"
        ><input type="checkbox" value={each.id} bind:group={chosen} disabled={!chosen.includes(each.id) && units.size >= 2 && !units.has(each.sign)} />
        <span>{each.name} <span class="quiet">({signOf(each, prefs.unit)})</span></span>
        {#if index >= 0}<svg width="30" height="10" aria-hidden="true"
            ><line x2="30" y1="5" y2="5" stroke={COLOURS[index % COLOURS.length]![0]} stroke-width="3" stroke-dasharray={COLOURS[index % COLOURS.length]![1].join(' ')} /></svg
          >{/if}
      </label>
    {/each}
    {#if units.size >= 2}<p class="small quiet">Two units fit on one chart; take one away to add another.</p>{/if}
  </fieldset>
</div>

<div class="walk">
  {#if day}
    <button class="button" onclick={() => goTo(day!.before)}>◀ Day before</button>
    <label class="day"
      ><span class="sr-only">Day</span><input type="date" value={day.day} onchange={(event) => event.currentTarget.value && goTo(event.currentTarget.value)} /></label
    >
    <button class="button" onclick={() => goTo(day!.after)}>Day after ▶</button>
    <button class="link small" onclick={() => goTo('today')}>Today</button>
    <button class="link small" onclick={() => goTo(day!.lastYear)}>This day last year</button>
  {/if}
  <span class="spans">
    {#each [['Week', 7], ['Month', 30], ['Year', 365]] as const as [name, days] (name)}<button class="link small" onclick={() => last(days)}>{name}</button>{/each}
  </span>
  <span class="spans">
    <button class="link small" onclick={() => nearer(0.5)} aria-label="Nearer: half the span">Nearer</button>
    <button class="link small" onclick={() => nearer(2)} aria-label="Farther: twice the span">Farther</button>
    {#if before.length > 0}<button class="link small" onclick={back}>Back</button>{/if}
  </span>
</div>

<p class="says" role="status">
  {#if span}
    <b>{isDay && day ? when(day.from, 'longDay') : `${when(span.from, 'moment')} to ${when(span.to, 'moment')}`}</b>{#if isDay && day && day.hours !== 24}
      – a day of {fixed(day.hours, 0)} hours: the clocks change{/if}{#if together[0]}; each step of the line is {duration(together[0].chart.bucketS)}{/if}{busy
      ? ' – fetching …'
      : ''}
  {/if}
</p>

<Trouble of={trouble} />
{#if chosen.length === 0}
  <p class="quiet">Choose what to look at.</p>
{:else if together.length > 0}
  <Plot
    shown={together}
    {keep}
    {marks}
    label="Chart of {together.map((line) => line.series.name).join(', ')}; arrow keys move along it, the values are told below"
    onzoom={zoom}
    oncursor={(at) => (cursor = at)}
  />
  <p class="small mono at" aria-live="polite">
    {#if cursor !== null && together[0]!.chart.at[cursor]}
      {when(together[0]!.chart.at[cursor]!, 'moment')}:
      {together
        .map(({ series: of, chart }) => {
          const low = chart.low[cursor!] ?? null
          const high = chart.high[cursor!] ?? null
          return `${of.name} ${low === null || high === null ? 'nothing' : low === high ? shown(low, of, prefs.unit) : `${shown(low, of, prefs.unit)} to ${shown(high, of, prefs.unit)}`}`
        })
        .join(' · ')}
    {:else}Drag over a part to look nearer. Hatched: nothing was measured.{#if marks.length > 0}{' '}Dashed: what happened (◆ alarm, ▲ known, ■ over, ◇ settings);
        <a href="/chambers/{chamberId}/run#timeline">as a list</a>.{/if}{/if}
  </p>
  {#if finer.length > 0}<p class="small quiet">
      {finer.map((line) => line.series.name).join(', ')}
      {finer.length === 1 ? 'is' : 'are'} sent at another pace: look at a longer span to see all on one axis.
    </p>{/if}
  <ul class="summaries">
    {#each lines as line (line.series.id)}<li>{summary(line)}</li>{/each}
  </ul>
  <p class="files">
    <a class="button" href="/api/v1/chambers/{chamberId}/readings.csv?{file}" download>Single readings as CSV</a>
    <a class="button" href="/api/v1/chambers/{chamberId}/readings.json?{file}" download>As JSON</a>
  </p>
  <details>
    <summary>As a table</summary>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="scroll" role="region" aria-label="Values as a table" tabindex="0">
      <table>
        <thead>
          <tr>
            <th scope="col">From</th>
            {#each together as { series: of } (of.id)}<th scope="col">{of.name}, lowest</th><th scope="col">highest</th><th scope="col">mean</th>{/each}
          </tr>
        </thead>
        <tbody>
          {#each together[0]!.chart.at as at, index (at)}
            {#if index % every === 0}
              <tr>
                <th scope="row">{when(at, 'minute')}</th>
                {#each together as { series: of, chart } (of.id)}
                  {#each [chart.low[index], chart.high[index], chart.mean[index]] as value, which (which)}<td class="mono"
                      >{value == null ? '–' : fixed(toRead(value, of, prefs.unit), QUANTITIES[of.quantity].digits)}</td
                    >{/each}
                {/each}
              </tr>
            {/if}
          {/each}
        </tbody>
      </table>
    </div>
    {#if every > 1}<p class="small quiet">Every {every}th step; all single readings are in the file.</p>{/if}
  </details>
{/if}

<style>
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 22px;
    margin: 0;
    padding: 0;
    border: 0;
  }

  .tick {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: var(--target);
  }

  .walk,
  .spans,
  .files {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 14px;
    padding: 6px 0;
  }

  .says {
    padding: 4px 0 8px;
  }

  .at {
    min-height: 2.8em;
    white-space: normal;
  }

  .summaries {
    margin: 6px 0;
    padding: 0;
    list-style: none;
  }

  .scroll {
    max-height: 420px;
    overflow: auto;
  }

  td,
  th {
    padding: 3px 12px 3px 0;
    text-align: left;
    white-space: nowrap;
  }
</style>
