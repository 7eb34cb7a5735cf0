<script lang="ts">
  /** First things first: what it may be, what to do, how long there is, and how it goes on from here on the chamber's own model. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { First } from '../api/types'
  import { ACTS, nameOf } from '../fault/words'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, difference, duration, fixed, level, timeLeft } from '../units'
  import { WAYS, WAYS_SHORT } from './words'

  interface Props {
    chamberId: string
    seriesId: string | null
    keep: { low: number; high: number } | null
    /** Only what to do first, for where there is little room. */
    brief?: boolean
  }
  let { chamberId, seriesId, keep, brief = false }: Props = $props()
  let first = $state.raw<First | null>(null)
  let trouble = $state.raw<Problem | null>(null)

  async function load() {
    try {
      first = await dataOf(api.get('/chambers/{chamberId}/first-things', { params: { path: { chamberId }, query: seriesId ? { series: seriesId } : {} } }))
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  onMount(() => {
    void load()
    const timer = setInterval(load, 60_000)
    return () => clearInterval(timer)
  })

  const WIDTH = 560
  const HEIGHT = 190
  const RIGHT = 150
  const HOURS = 12
  /** How often one sees each of the ways drawn: bars of dashes, so that none rests on colour. */
  const DASHES: Record<string, string> = { AS_KEYED: '', NOTHING_RUNS: '2 5', WARMING_ON: '9 4', COOLING_ON: '9 3 2 3' }
  const drawn = $derived.by(() => {
    if (!first || first.forecast.length === 0) return null
    const points = Math.round((HOURS * 3600) / first.everyS) + 1
    const lines = first.forecast.map((line) => ({ ...line, low: line.low.slice(0, points), high: line.high.slice(0, points) }))
    const all = lines.flatMap((line) => [...line.low, ...line.high]).concat(keep ? [keep.low, keep.high] : [])
    const low = Math.min(...all) - 0.5
    const high = Math.max(...all) + 0.5
    const x = (i: number) => 44 + (i / (points - 1)) * (WIDTH - 44 - RIGHT)
    const y = (c: number) => 8 + ((high - c) / (high - low)) * (HEIGHT - 34)
    const area = (line: { low: number[]; high: number[] }) =>
      `M${line.high.map((c, i) => `${x(i)} ${y(c)}`).join('L')}L${line.low.map((_, i) => `${x(line.low.length - 1 - i)} ${y(line.low[line.low.length - 1 - i]!)}`).join('L')}Z`
    const middle = (line: { low: number[]; high: number[] }) => `M${line.low.map((c, i) => `${x(i)} ${y((c + line.high[i]!) / 2)}`).join('L')}`
    // Names stand at the ends of their lines, a row apart.
    const names = lines.map((line) => ({ way: line.way, y: y((line.low.at(-1)! + line.high.at(-1)!) / 2) })).sort((a, b) => a.y - b.y)
    for (let i = 1; i < names.length; i++) names[i]!.y = Math.max(names[i]!.y, names[i - 1]!.y + 15)
    const over = Math.max(0, (names.at(-1)?.y ?? 0) - (HEIGHT - 26))
    for (const each of names) each.y -= over
    const span = high - low
    const step = [0.5, 1, 2, 5, 10, 20].find((each) => span / each < 6) ?? 50
    const ticks = Array.from({ length: 12 }, (_, i) => Math.ceil(low / step) * step + i * step).filter((c) => c < high)
    return { lines, x, y, area, middle, names, ticks, points }
  })
  const asNow = $derived(first?.forecast.find((line) => line.way === first?.asNow) ?? null)
  const soonest = $derived(first?.forecast.filter((line) => line.earliestHarmS !== null).sort((a, b) => a.earliestHarmS! - b.earliestHarmS!)[0] ?? null)
</script>

{#if trouble}
  <p class="error" role="alert">{trouble.detail} <button class="link small" onclick={load}>Try again</button></p>
{:else if !first}
  <p class="quiet">Working out what it may be …</p>
{:else if first.cannot}
  <p><b>{first.cannot}</b></p>
{:else}
  {#if first.likely[0]}
    <p class="do"><b>Do first:</b> {ACTS[first.likely[0].act]}</p>
  {/if}
  <p>
    {#if asNow?.earliestHarmS !== null && asNow}
      <b>{asNow.earliestHarmS < 60 ? 'Harm is done by now' : `About ${timeLeft(asNow.earliestHarmS)} until harm`}</b> if it goes on as now ({WAYS[asNow.way]}){asNow.latestHarmS ===
      null
        ? ', in the worst room; in the best none within a day'
        : asNow.latestHarmS - asNow.earliestHarmS > 300
          ? `, up to ${timeLeft(asNow.latestHarmS)} in the best room`
          : ''}.
    {:else if asNow}
      As it goes now ({WAYS[asNow.way]}) it comes to no harm within a day.
    {:else if soonest}
      How it goes on cannot be told from its pace. The worst would be that {WAYS[soonest.way]}: harm after {timeLeft(soonest.earliestHarmS!)}.
    {:else}
      Whatever happens to its heat or cold, it comes to no harm within a day.
    {/if}
  </p>
  {#if !brief}
    {#if first.likely.length > 0}
      <h4>What it may be</h4>
      <ol>
        {#each first.likely as each, index (index)}
          <li>
            <b>{nameOf({ kind: each.fault, subject: each.subject, size: null }, prefs.unit)}</b>
            <span class="quiet"
              >{fixed(100 * each.share, 0)} % of what fits, within {difference(each.awayRms, prefs.unit)} of its rehearsal, since about {duration(each.sinceS)}{each.harmS === null
                ? '; does no harm by itself'
                : each.harmS < 60
                  ? '; harm done by now'
                  : `; harm in ${timeLeft(each.harmS)}`}</span
            >
            <span>{ACTS[each.act]}</span>
          </li>
        {/each}
      </ol>
    {:else}
      <p class="quiet">No fault looks more like the last two hours than a good day does.</p>
    {/if}
    {#if drawn}
      <h4>How it goes on from here</h4>
      <svg
        viewBox="0 0 {WIDTH} {HEIGHT}"
        role="img"
        aria-label="The next {HOURS} hours at the occupant: {drawn.lines
          .map((line) => `${WAYS[line.way]}: ${level(line.low.at(-1)!, prefs.unit)} to ${level(line.high.at(-1)!, prefs.unit)}`)
          .join('; ')}"
      >
        {#if keep}<rect x="44" width={WIDTH - 44 - RIGHT} y={drawn.y(keep.high)} height={drawn.y(keep.low) - drawn.y(keep.high)} fill="var(--keep)" />{/if}
        {#each drawn.ticks as tick (tick)}
          <line x1="44" x2={WIDTH - RIGHT} y1={drawn.y(tick)} y2={drawn.y(tick)} stroke="var(--grid)" />
          <text x="38" y={drawn.y(tick) + 4} text-anchor="end">{fixed(celsiusTo(prefs.unit, tick), prefs.unit === 'C' && tick % 1 === 0 ? 0 : 1)}°</text>
        {/each}
        {#each [0, 3, 6, 9, 12] as hour (hour)}
          <text x={drawn.x((hour * 3600) / first.everyS)} y={HEIGHT - 8} text-anchor="middle">{hour === 0 ? 'now' : `+${hour} h`}</text>
        {/each}
        {#each drawn.lines as line (line.way)}
          <path d={drawn.area(line)} fill="var(--{line.way === 'WARMING_ON' ? 'warming' : line.way === 'COOLING_ON' ? 'cooling' : 'edge'})" opacity="0.18" />
          <path
            d={drawn.middle(line)}
            fill="none"
            stroke="var(--{line.way === 'WARMING_ON' ? 'warming' : line.way === 'COOLING_ON' ? 'cooling' : 'ink'})"
            stroke-width={line.way === first.asNow ? 3 : 1.5}
            stroke-dasharray={DASHES[line.way]}
          />
        {/each}
        {#each drawn.names as name (name.way)}
          <text x={WIDTH - RIGHT + 6} y={name.y + 4} class:now={name.way === first.asNow}>{WAYS_SHORT[name.way]}</text>
        {/each}
      </svg>
      <p class="small quiet">
        At the occupant, from {level(first.occupantC ?? 0, prefs.unit)} on{first.paceKh === null
          ? ''
          : `, now ${first.paceKh < 0 ? 'falling' : 'rising'} by ${difference(Math.abs(first.paceKh), prefs.unit)} an hour`}. Each band reaches from the coldest to the warmest
        room; what the walls hold is not measured, and the probe’s error comes on top.
      </p>
    {/if}
  {/if}
{/if}

<style>
  .do {
    font-size: var(--large);
  }

  ol {
    margin: 0;
    padding-left: 22px;
    display: grid;
    gap: 8px;
  }

  li {
    display: grid;
  }

  svg {
    width: 100%;
    max-width: 720px;
  }

  text {
    fill: var(--quiet);
    font-size: 12px;
  }

  text.now {
    fill: var(--ink);
    font-weight: 700;
  }
</style>
