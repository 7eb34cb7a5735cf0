<script lang="ts">
  /** The curves of an exercise on one time axis; what the heater does stands below them. */
  import type { ExerciseView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, fixed } from '../units'

  let { curves, keep }: { curves: ExerciseView['curves']; keep: { low: number; high: number } | null } = $props()
  /** Drawn as wide as there is room, so that its words stay as large as they are. */
  let width = $state(760)
  const WIDTH = $derived(Math.max(280, width))
  const HEIGHT = $derived(WIDTH < 500 ? 240 : 300)
  const LEFT = 54
  const BELOW = 46
  const NAMES = { DISPLAY: 'on the display', REFERENCE: 'a thermometer at the occupant', HEATER: 'heater on' } as const
  const temperatures = $derived(curves.filter((each) => each.shown !== 'HEATER'))
  const heater = $derived(curves.find((each) => each.shown === 'HEATER') ?? null)
  const read = (each: ExerciseView['curves'][number]) => each.values.map((value) => celsiusTo(prefs.unit, value))
  const range = $derived.by(() => {
    const all = temperatures.flatMap(read)
    const ends = keep ? [celsiusTo(prefs.unit, keep.low), celsiusTo(prefs.unit, keep.high)] : []
    const low = Math.min(...all, ...ends)
    const high = Math.max(...all, ...ends)
    const room = Math.max(0.5, (high - low) * 0.06)
    return { low: low - room, high: high + room }
  })
  const hours = $derived(((curves[0]?.values.length ?? 1) * (curves[0]?.everyS ?? 60)) / 3600)
  const bottom = $derived(heater ? HEIGHT - BELOW - 44 : HEIGHT - 24)
  const x = (hour: number) => LEFT + (hour / hours) * (WIDTH - LEFT - 18)
  const y = (value: number) => 8 + ((range.high - value) / (range.high - range.low)) * (bottom - 8)
  const step = $derived([0.2, 0.5, 1, 2, 5, 10, 20].find((each) => (range.high - range.low) / each <= 7) ?? 50)
  const ticks = $derived(Array.from({ length: 9 }, (_, i) => (Math.ceil(range.low / step) + i) * step).filter((each) => each <= range.high))
  const line = (values: number[], everyS: number, at: (value: number) => number) =>
    values.map((value, i) => `${i === 0 ? 'M' : 'L'}${x((i * everyS) / 3600).toFixed(1)},${at(value).toFixed(1)}`).join('')
  const heaterY = (share: number) => HEIGHT - 26 - share * 34
  const words = $derived(
    temperatures
      .map((each) => {
        const values = read(each)
        return `${NAMES[each.shown]} from ${fixed(Math.min(...values), 1)} to ${fixed(Math.max(...values), 1)} °${prefs.unit}, last ${fixed(values.at(-1) ?? 0, 1)}`
      })
      .join('; '),
  )
</script>

<figure bind:clientWidth={width}>
  <svg viewBox="0 0 {WIDTH} {HEIGHT}" width={WIDTH} height={HEIGHT} role="img" aria-label="{fixed(hours, 0)} hours: {words}">
    {#if keep}<rect
        x={LEFT}
        width={WIDTH - LEFT - 18}
        y={y(celsiusTo(prefs.unit, keep.high))}
        height={y(celsiusTo(prefs.unit, keep.low)) - y(celsiusTo(prefs.unit, keep.high))}
        class="keep"
      />{/if}
    {#each ticks as each (each)}
      <line x1={LEFT} x2={WIDTH - 18} y1={y(each)} y2={y(each)} class="grid" />
      <text x={LEFT - 6} y={y(each) + 4} text-anchor="end">{fixed(each, step < 1 ? 1 : 0)}</text>
    {/each}
    {#each Array.from({ length: Math.floor(hours) + 1 }, (_, i) => i) as hour (hour)}
      <line x1={x(hour)} x2={x(hour)} y1="8" y2={HEIGHT - 22} class="grid" />
      <text x={x(hour)} y={HEIGHT - 6} text-anchor="middle">{hour} h</text>
    {/each}
    {#each temperatures as each (each.shown)}<path d={line(read(each), each.everyS, y)} class={each.shown.toLowerCase()} />{/each}
    {#if heater}<path d={line(heater.values, heater.everyS, heaterY)} class="heater" /><text x={LEFT - 6} y={HEIGHT - 40} text-anchor="end">heater</text>{/if}
  </svg>
  <figcaption class="small quiet">
    {#each curves as each (each.shown)}<span class="key {each.shown.toLowerCase()}" aria-hidden="true"></span> {NAMES[each.shown]}&ensp;{/each}{#if keep}; shaded: what is wanted{/if}
  </figcaption>
</figure>

<style>
  figure {
    max-width: 900px;
    margin: 8px 0;
  }

  svg {
    display: block;
    max-width: 100%;
    background: var(--sheet);
  }

  text {
    font-size: 12px;
    fill: var(--quiet);
  }

  .keep {
    fill: var(--keep);
  }

  .grid {
    stroke: var(--grid);
  }

  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
  }

  path.reference {
    stroke: var(--cooling);
    stroke-dasharray: 6 4;
  }

  path.heater {
    stroke: var(--warming);
  }

  .key {
    display: inline-block;
    width: 26px;
    border-top: 2px solid var(--ink);
    vertical-align: middle;
  }

  .key.reference {
    border-top: 2px dashed var(--cooling);
  }

  .key.heater {
    border-top-color: var(--warming);
  }
</style>
