<script lang="ts">
  /** Three days of one fault at the occupant, on an axis that all faults of the chamber share. */
  import { deadly } from '../danger'
  import type { FaultRow, OccupancyPlan } from '../api/types'
  import { envelopePath, scaleOf, ticks } from '../ladder/scale'
  import { prefs } from '../prefs.svelte'
  import { celsiusTo, duration, fixed } from '../units'

  interface Props {
    row: FaultRow
    occupancy: OccupancyPlan
    range: { low: number; high: number }
    /** Whether it is the opened one, with axis and marks. @default false */
    big?: boolean
  }
  let { row, occupancy, range, big = false }: Props = $props()
  const id = $props.id()
  let measured = $state(600)
  const width = $derived(big ? measured : 200)
  const height = $derived(big ? 240 : 44)
  const DAYS = [0, 24, 48, 72]
  const left = $derived(big ? 46 : 0)
  const scale = $derived(scaleOf(range.low, range.high, 0, height))
  const x = $derived((seconds: number) => left + (seconds / 259_200) * (width - left))
  const bucket = $derived((index: number) => x((index + 0.5) * (259_200 / row.trace.low.length)))
  const dangers = $derived(deadly(occupancy.harmLimits))
  const harmHigh = $derived(Math.min(...dangers.filter((each) => each.side === 'HIGH').map((each) => each.level), Infinity))
  const harmLow = $derived(Math.max(...dangers.filter((each) => each.side === 'LOW').map((each) => each.level), -Infinity))
  const marks = $derived(
    big
      ? ([
          ['alarm sounds', row.with.alarmS, 'var(--alarm)'],
          ['somebody has acted', row.with.actS, 'var(--keep-edge)'],
          ['harm', row.with.harmS, 'var(--harm)'],
        ] as const)
      : [],
  )
</script>

{#snippet drawing()}
  <svg
    {width}
    height={big ? height + 18 : height}
    role="img"
    aria-label="Three days: from {fixed(celsiusTo(prefs.unit, Math.min(...row.trace.low)), 1)} to {fixed(
      celsiusTo(prefs.unit, Math.max(...row.trace.high)),
      1,
    )} °{prefs.unit} at the occupant"
  >
    <defs>
      <pattern id="{id}-harm" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
        ><path d="M0 0V6" stroke="var(--harm)" stroke-width="1.4" opacity="0.45" /></pattern
      >
      <clipPath id="{id}-clip"><rect x={left} width={Math.max(0, width - left)} {height} /></clipPath>
    </defs>
    <rect x={left} width={Math.max(0, width - left)} {height} fill="var(--sheet)" />
    <g clip-path="url(#{id}-clip)">
      {#if Number.isFinite(harmHigh)}<rect x={left} width={width - left} height={Math.max(0, scale.y(harmHigh))} fill="url(#{id}-harm)" />{/if}
      {#if Number.isFinite(harmLow)}<rect x={left} y={scale.y(harmLow)} width={width - left} height={Math.max(0, height - scale.y(harmLow))} fill="url(#{id}-harm)" />{/if}
      <rect x={left} y={scale.y(occupancy.keepHighC)} width={width - left} height={Math.max(1, scale.y(occupancy.keepLowC) - scale.y(occupancy.keepHighC))} fill="var(--keep)" />
      {#if row.bare}<path d={envelopePath(row.bare.low, row.bare.high, bucket, scale, 1.2)} fill="var(--backup)" opacity="0.55" />{/if}
      <path d={envelopePath(row.trace.low, row.trace.high, bucket, scale, 2.2)} fill="var(--ink)" />
    </g>
    {#if big}
      {#each DAYS as hour (hour)}<text class="tick" x={x(hour * 3600)} y={height + 14} text-anchor={hour === 72 ? 'end' : 'start'}>{hour} h</text>{/each}
      {#each ticks(celsiusTo(prefs.unit, range.low), celsiusTo(prefs.unit, range.high), 6) as tick (tick)}
        {@const y = scale.y(prefs.unit === 'C' ? tick : (tick - 32) / 1.8)}
        <text class="tick" x={left - 6} y={y + 4} text-anchor="end">{fixed(tick, 0)}°</text>
        <path d="M{left} {y}H{width}" stroke="var(--grid)" />
      {/each}
      {#each marks as [words, at, colour], index (words)}
        {#if at !== null && at < 259_200}
          <path d="M{x(at)} 0V{height}" stroke={colour} stroke-width="2" stroke-dasharray={words === 'alarm sounds' ? '5 4' : undefined} />
          <text class="tick said" x={x(at) > width - 150 ? x(at) - 5 : x(at) + 5} y={14 + 15 * index} text-anchor={x(at) > width - 150 ? 'end' : 'start'}
            >{words}, {duration(at)}</text
          >
        {/if}
      {/each}
    {/if}
  </svg>
{/snippet}

{#if big}<figure bind:clientWidth={measured}>
    {@render drawing()}
    <figcaption class="small quiet">
      Three days from the moment it happens, room at {fixed(celsiusTo(prefs.unit, row.roomC), 0)} °{prefs.unit}. Green the target range, hatched harm.{row.bare
        ? ' Violet: without second layers.'
        : ''}
    </figcaption>
  </figure>{:else}{@render drawing()}{/if}

<style>
  svg {
    display: block;
    max-width: 100%;
  }

  .said {
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 5px;
  }
</style>
