<script lang="ts">
  /** What hurts them and how fast: level against how long it can be borne, on a scale from minutes to months. */
  import type { Danger } from '../danger'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, duration, fixed, level, toCelsius } from '../units'
  import { ticks } from '../ladder/scale'

  let { keepLowC, keepHighC, limits }: { keepLowC: number; keepHighC: number; limits: Danger[] } = $props()
  const id = $props.id()
  let width = $state(420)
  const HEIGHT = 190
  const LEFT = 40
  const FROM = Math.log(300)
  const TO = Math.log(60 * 86_400)
  const lowest = $derived(Math.min(keepLowC - 2, ...limits.map((each) => each.level)))
  const highest = $derived(Math.max(keepHighC + 2, ...limits.map((each) => each.level)))
  /** Room for a label beyond the outermost limits. */
  const low = $derived(lowest - 0.14 * (highest - lowest))
  const high = $derived(highest + 0.14 * (highest - lowest))
  const y = $derived((celsius: number) => 8 + ((high - celsius) / (high - low)) * (HEIGHT - 16))
  const x = $derived((seconds: number) => LEFT + Math.max(0, Math.min(1, (Math.log(Math.max(300, seconds)) - FROM) / (TO - FROM))) * (width - LEFT - 8))
  const TIMES = [600, 3600, 21_600, 86_400, 604_800, 2_592_000]
  const sorted = $derived([...limits].sort((a, b) => b.level - a.level))
</script>

<figure bind:clientWidth={width}>
  <svg
    {width}
    height={HEIGHT + 20}
    role="img"
    aria-label="What hurts them: {sorted
      .map((each) => `${each.side === 'HIGH' ? 'at or above' : 'at or below'} ${level(each.level, prefs.unit)} for ${duration(each.durationS)}`)
      .join('; ')}"
  >
    <defs>
      <pattern id="{id}-harm" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--harm)" stroke-width="1.600" opacity="0.55" />
      </pattern>
    </defs>
    <rect x={LEFT} y="8" width={Math.max(0, width - LEFT - 8)} height={HEIGHT - 16} fill="var(--sheet)" stroke="var(--hairline)" />
    <rect x={LEFT} y={y(keepHighC)} width={Math.max(0, width - LEFT - 8)} height={y(keepLowC) - y(keepHighC)} fill="var(--keep)" />
    <text class="word" x={LEFT + 6} y={(y(keepHighC) + y(keepLowC)) / 2 + 4}>keep</text>
    {#each sorted as limit (limit.side + limit.level + limit.durationS)}
      {@const top = limit.side === 'HIGH' ? 8 : y(limit.level)}
      {@const bottom = limit.side === 'HIGH' ? y(limit.level) : HEIGHT - 8}
      <rect x={x(limit.durationS)} y={top} width={Math.max(0, width - 8 - x(limit.durationS))} height={Math.max(0, bottom - top)} fill="url(#{id}-harm)" />
      <path d="M{width - 8} {y(limit.level)}H{x(limit.durationS)}V{limit.side === 'HIGH' ? 8 : HEIGHT - 8}" fill="none" stroke="var(--harm)" stroke-width="2" />
    {/each}
    {#each sorted as limit (limit.side + limit.level + limit.durationS)}
      <text class="tag" x={Math.min(x(limit.durationS) + 5, width - 118)} y={y(limit.level) + (limit.side === 'HIGH' ? -5 : 14)}
        >{level(limit.level, prefs.unit)}, {duration(limit.durationS)}</text
      >
    {/each}
    {#each ticks(celsiusTo(prefs.unit, low), celsiusTo(prefs.unit, high), 6) as tick (tick)}
      <text class="tick" x={LEFT - 5} y={y(toCelsius(prefs.unit, tick)) + 4} text-anchor="end">{fixed(tick, tick % 1 ? 1 : 0)}</text>
    {/each}
    {#each TIMES as time (time)}
      <line x1={x(time)} x2={x(time)} y1={HEIGHT - 8} y2={HEIGHT - 3} stroke="var(--quiet)" />
      <text class="tick" x={x(time)} y={HEIGHT + 11} text-anchor="middle">{duration(time).replace(' days', ' d')}</text>
    {/each}
  </svg>
</figure>

<style>
  svg {
    display: block;
  }

  .word,
  .tag {
    font-size: 12px;
    font-weight: 700;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 4px;
  }
</style>
