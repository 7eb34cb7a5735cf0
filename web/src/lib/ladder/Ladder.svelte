<script lang="ts">
  import type { Snippet } from 'svelte'
  import type { RungAnswer } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { type MeasuredTrace, stretches } from './measured'
  import { clock, duration, fixed, timeLeft } from '../units'
  import { AIR, type DisplayUnit, type Doing, HELD, airOf, isOfAir } from '../held'
  import { rungName } from '../words'
  import { Hand, isSame } from './hand.svelte'
  import LadderTable from './LadderTable.svelte'
  import NeedBands from './NeedBands.svelte'
  import Patterns from './Patterns.svelte'
  import { partsOf, type Quantity } from './quantity'
  import RungLabel from './RungLabel.svelte'
  import RungLine, { type Placed } from './RungLine.svelte'
  import { envelopePath, rangeOf, scaleOf, spread, ticks } from './scale'

  interface Props {
    draft: ChamberDraft
    mayKey: boolean
    /** What it is a ladder of. */
    quantity: Quantity
    /** What stands above the trace. */
    course?: Snippet
    /** Height of the plot in CSS pixels. */
    height: number
    /** What was measured over the same hours, drawn in place of what is rehearsed or over it; absent where nothing is shown of it. */
    measured?: MeasuredTrace | null
    /** Whether another ladder stands below on the same hours and carries hours, legend and table. @default false */
    joined?: boolean
  }
  let { draft, mayKey, quantity, course, height, measured = null, joined = false }: Props = $props()
  const id = $props.id()

  let width = $state(900)
  const compact = $derived(width < 620)
  const answer = $derived(draft.answer)
  const needs = $derived(draft.needs)

  const parts = $derived(answer ? partsOf(answer, quantity) : null)
  /** Whether what is rehearsed is drawn. */
  const rehearsed = $derived(!measured || measured.beside)
  /** Nothing switches it, or nothing is known of that: no strip under the trace. */
  const bare = $derived(parts?.loops.length === 0 || !rehearsed)

  // --- geometry -----------------------------------------------------------------------------------------------------------

  /** What is chosen above stands in as many rows as it takes on a narrow screen. */
  let courseHeight = $state(0)
  const TOP = $derived(!course ? 26 : compact ? Math.max(86, courseHeight + 40) : 40)
  const onLadder = $derived(parts?.rungs.filter((rung) => !isEnd(rung)) ?? [])
  /** What one label takes: its name, in one line or two, and what stands under it. */
  const twoLines = $derived(onLadder.some((rung) => nameOf(rung).length > (compact ? 13 : 18)))
  const GAP = $derived(compact ? (twoLines ? 66 : 56) : twoLines ? 54 : 44)
  /** Every label has a place of its own: where there are more than the height holds, the ladder grows. */
  const plotHeight = $derived(Math.max(compact ? Math.min(height, 430) : height, GAP * onLadder.length + 24))
  const bottom = $derived(TOP + plotHeight)
  const STRIP = 14
  const ROW = STRIP + 4
  /** Strips below the first. */
  const further = $derived(rehearsed ? ROW * Math.max(0, (parts?.loops.length ?? 0) - 1) : 0)
  const FOOT = $derived((joined ? (compact ? 52 : 28) : bare ? 32 : 54) + further)
  const needX = $derived(compact ? 34 : 46)
  const needWidth = $derived(compact ? 34 : 50)
  const markX = $derived(needX + needWidth + (compact ? 12 : 40))
  const labelX = $derived(markX + (compact ? 12 : 36))
  const labelWidth = $derived(compact ? 112 : 214)
  const plotX = $derived(labelX + labelWidth + (compact ? 6 : 16))
  const plotWidth = $derived(Math.max(60, width - plotX - 6))

  const nearestHarm = (side: 'LOW' | 'HIGH') => {
    const levels = quantity.harm.filter((limit) => limit.side === side)
    levels.sort((a, b) => (side === 'HIGH' ? a.level - b.level : b.level - a.level))
    return levels[0] ?? null
  }
  const harmHigh = $derived(nearestHarm('HIGH'))
  const harmLow = $derived(nearestHarm('LOW'))
  const STRIPS: Record<Doing, string> = {
    warm: 'heat on',
    cool: 'cooling on',
    moist: 'mist on',
    dry: 'drying on',
    enrich: 'gas on',
    fan: 'fan',
    intake: 'intake',
    vent: 'vent open',
  }
  /** With several controllers on one ladder each rung says whose it is. */
  const owners = $derived(new Set(parts?.rungs.map((rung) => rung.controllerId).filter((owner) => owner !== '')))
  const ownerOf = (rung: RungAnswer) => (owners.size > 1 ? `${draft.plan.controllers.find((each) => each.id === rung.controllerId)?.name ?? ''}: ` : '')
  const isEnd = (rung: RungAnswer) => rung.kind === 'STUCK_ON_END' || rung.kind === 'HEATER_DEAD_END'

  const hand: Hand = new Hand({
    get draft() {
      return draft
    },
    get quantity() {
      return quantity
    },
    get mayKey() {
      return mayKey
    },
    get range() {
      return range
    },
    get plotHeight() {
      return plotHeight
    },
    nameOf: (rung) => nameOf(rung),
    keyedOf: (rung) => keyedOf(rung),
  })
  const measuredValues = $derived(measured?.lines.flatMap((line) => [...line.low, ...line.high]).filter((value) => value !== null) ?? [])
  const range: { low: number; high: number } = $derived.by(() => {
    if (hand.heldRange) return hand.heldRange
    if (!parts?.level || !needs) return { low: 0, high: 1 }
    const { low, high } = rangeOf({
      keep: quantity.keep,
      harmLow: harmLow?.level ?? null,
      harmHigh: harmHigh?.level ?? null,
      rungs: onLadder.map((rung) => rung.occupant),
      traceLow: Math.min(...(rehearsed ? [parts.level.lowest, ...parts.displayLevels.map((each) => each.lowest)] : []), ...measuredValues),
      traceHigh: Math.max(...(rehearsed ? [parts.level.highest, ...parts.displayLevels.map((each) => each.highest)] : []), ...measuredValues),
      pad: quantity.pad,
    })
    return { low: Math.max(quantity.lowest, low), high: Math.min(quantity.highest, high) }
  })
  const scale = $derived(scaleOf(range.low, range.high, TOP, plotHeight))
  const tickValues = $derived(
    ticks(quantity.toShown(range.low), quantity.toShown(range.high), Math.max(3, plotHeight / (compact ? 54 : 32))).map((shown) => ({
      shown,
      y: scale.y(quantity.fromShown(shown)),
    })),
  )
  const clampY = (value: number) => Math.max(TOP, Math.min(bottom, scale.y(value)))

  // --- rungs --------------------------------------------------------------------------------------------------------------

  /** Unit and step of a rung on its display; what stands beside a temperature has its own. */
  function keyedOf(rung: { controllerId: string }): { unit: DisplayUnit; resolution: number } | undefined {
    const keyed = answer?.settings.find((each) => each.controllerId === rung.controllerId)
    return keyed && isOfAir(quantity.of) && !airOf(keyed.unit) ? AIR[quantity.of] : keyed
  }
  const nameOf = (rung: { kind: RungAnswer['kind']; night: boolean }) => rungName({ kind: rung.kind, quantity: quantity.of }) + (rung.night ? ', by night' : '')

  const rungs = $derived.by<Placed[]>(() => {
    if (!parts) return []
    const placed = onLadder.map((rung) => {
      const moved = hand.held && isSame(hand.held, rung) ? hand.held.target : null
      const keyed = keyedOf(rung)
      const shown = moved ?? rung.display
      const occupant = moved !== null && rung.display !== null && keyed ? rung.occupant + (moved - rung.display) * quantity.perDisplay(keyed.unit) : rung.occupant
      return { key: rung.controllerId + rung.kind + rung.night, rung, shown, occupant, y: clampY(occupant), labelY: 0 }
    })
    const ys = spread(
      placed.map((each) => each.y),
      GAP,
      TOP + (stuckEnd && stuckEnd.occupant > range.high ? 18 : 4) + (compact ? GAP / 2 - 12 : 12),
      bottom - GAP / 2 + 4,
    )
    placed.forEach((each, index) => (each.labelY = ys[index]!))
    return placed
  })

  function under(placed: Placed): string {
    const before = placed.rung.beforeHarmS
    if (before !== null) return ownerOf(placed.rung) + (before > 0 ? `${timeLeft(before)} before harm` : 'after harm is done')
    const owner = ownerOf(placed.rung)
    // Beside a name there is room for the number alone; the heading of the axis says where it counts.
    return owner ? owner + quantity.show(placed.occupant) : `${quantity.show(placed.occupant)} ${quantity.other ?? needs?.where ?? 'at the occupant'}`
  }

  $effect(() => {
    if (hand.held?.released && !draft.busy) hand.answered()
  })

  // --- trace --------------------------------------------------------------------------------------------------------------

  const buckets = $derived(parts?.occupant?.low.length ?? 0)
  const bucketX = $derived((bucket: number) => plotX + ((bucket + 0.5) * plotWidth) / Math.max(1, buckets))
  const occupantPath = $derived(parts?.occupant ? envelopePath(parts.occupant.low, parts.occupant.high, bucketX, scale, 2.6) : '')
  const displayPaths = $derived(parts ? parts.displays.map((each) => envelopePath(each.low, each.high, bucketX, scale, 1)) : [])
  /** Measured lines, gap by gap; they share the hours of what is rehearsed, in buckets of their own. */
  const measuredPaths = $derived(
    measured?.lines.map((line) => {
      const x = (bucket: number) => plotX + ((bucket + 0.5) * plotWidth) / Math.max(1, line.low.length)
      const whole = (values: (number | null)[], from: number, to: number) => {
        const found: number[] = []
        for (let i = from; i <= to; i++) found.push(values[i] ?? found.at(-1)!)
        return found
      }
      return {
        ...line,
        d: stretches(line.low)
          .map(([from, to]) =>
            envelopePath(whole(line.low, from, to), whole(line.high, from, to), (bucket) => x(bucket + from) + (from === to ? bucket - 0.5 : 0), scale, line.main ? 2.6 : 1.6),
          )
          .join(''),
      }
    }) ?? [],
  )
  const hours = $derived(((answer?.trace.bucketS ?? 0) * buckets) / 3600)
  const hourTicks = $derived.by(() => {
    if (!answer || hours <= 0) return []
    const every = [0.5, 1, 2, 3, 4, 6, 12, 24].find((step) => hours / step <= (compact ? 2 : 6)) ?? 24
    const found: { at: number; label: string }[] = []
    for (let at = 0; at <= hours + 1e-9; at += every) {
      found.push({ at: plotX + (at / hours) * plotWidth, label: clock(answer.trace.startHour + at) })
    }
    return found
  })

  /** How much an output works in each bucket, as one shape under the trace. */
  function stripPath(shares: readonly number[], top: number): string {
    const width = plotWidth / Math.max(1, buckets)
    let path = ''
    for (let from = 0; from < shares.length;) {
      const share = shares[from]!
      let to = from + 1
      while (to < shares.length && shares[to] === share) to++
      if (share > 0.02) path += `M${(plotX + from * width).toFixed(1)} ${top + STRIP}v${(-STRIP * share).toFixed(1)}h${((to - from) * width + 0.2).toFixed(1)}V${top + STRIP}Z`
      from = to
    }
    return path
  }

  /** “If the relay sticks on”, drawn from the middle of the window until it leaves the axis. */
  const stuckOn = $derived.by(() => {
    if (!answer || !stuckEnd || stuckEnd.occupant <= (needs?.keepHighC ?? 0)) return null
    const from = 0.45 * hours
    const points: string[] = []
    for (let k = 0; k < answer.stuckOn.occupantC.length; k++) {
      const hour = from + (k * answer.stuckOn.bucketS) / 3600
      const celsius = answer.stuckOn.occupantC[k]!
      if (hour > hours || celsius > range.high) break
      points.push(`${(plotX + (hour / hours) * plotWidth).toFixed(1)},${scale.y(celsius).toFixed(1)}`)
    }
    return points.length > 1 ? { path: `M${points.join('L')}`, middle: points[Math.floor(points.length / 2)]!.split(',').map(Number) as [number, number] } : null
  })

  /** The nearest height at which a caption stands on no rung's line. */
  function clearOfRungs(wanted: number): number {
    const stands = (y: number) => y > TOP + 14 && y < bottom - 4 && rungs.every((placed) => placed.y > y + 5 || placed.y < y - 15)
    return [0, -10, 10, -20, 20, -30, 30, -45, 45].map((by) => wanted + by).find(stands) ?? wanted
  }

  const stuckEnd = $derived(parts?.rungs.find((rung) => rung.kind === 'STUCK_ON_END') ?? null)
</script>

{#if course}<div class="course" bind:offsetHeight={courseHeight} style:left="{compact ? 0 : plotX}px">{@render course()}</div>{/if}
<div class="ladder" bind:clientWidth={width} style:height="{bottom + FOOT}px">
  {#if answer && needs && parts?.occupant}
    <p class="head need" style:top="{TOP - (course ? 40 : 24)}px" style:left="{compact ? 0 : needX - 26}px">
      {quantity.other ??
        (compact ? HELD[quantity.of].short : isOfAir(quantity.of) ? `${HELD[quantity.of].name.charAt(0).toUpperCase()}${HELD[quantity.of].name.slice(1)}` : 'What they need')}
    </p>
    {#if !bare || !isOfAir(quantity.of)}<p class="head" style:top="{TOP - (course ? 40 : 24)}px" style:left="{compact ? markX - 6 : labelX}px">
        {compact ? 'Machine' : 'What the machine does'}
      </p>{/if}
    {#if harmLow && harmLow.level <= range.low}
      <p class="beyond small quiet" style:top="{bottom + (compact ? 26 + further : 4)}px">▼ harm at {quantity.show(harmLow.level)} in {duration(harmLow.durationS)}</p>
    {/if}
    {#if stuckEnd && stuckEnd.occupant > range.high && !measured}
      <p class="stuck small quiet" style:left="{labelX}px" style:top="{TOP - 20}px">
        {compact ? '▲' : '▲ stuck on ends at'}
        {quantity.show(stuckEnd.occupant)}
      </p>
    {/if}

    <svg {width} height={bottom + FOOT} aria-hidden="true">
      <defs>
        <Patterns {id} />
        <clipPath id="{id}-plot"><rect x={plotX} y={TOP} width={plotWidth} height={plotHeight} /></clipPath>
      </defs>

      <rect x={needX} y={TOP} width={needWidth} height={plotHeight} fill="var(--sheet)" stroke="var(--hairline)" />
      <rect x={plotX} y={TOP} width={plotWidth} height={plotHeight} fill="var(--sheet)" stroke="var(--hairline)" />
      {#each tickValues as tick (tick.shown)}
        <text class="mono tick" x={needX - 6} y={tick.y + 4} text-anchor="end">{fixed(tick.shown, tick.shown % 1 ? 1 : 0)}</text>
        <line x1={plotX} x2={plotX + plotWidth} y1={tick.y} y2={tick.y} stroke="var(--grid)" />
      {/each}
      {#each hourTicks as tick (tick.at)}
        <line x1={tick.at} x2={tick.at} y1={TOP} y2={bottom} stroke="var(--grid)" />
        {#if !joined}<text class="mono tick" x={tick.at} y={bottom + FOOT - 8} text-anchor={tick === hourTicks[0] ? 'start' : tick === hourTicks.at(-1) ? 'end' : 'middle'}
            >{tick.label}</text
          >{/if}
      {/each}

      <NeedBands {quantity} {harmLow} {harmHigh} {range} fill="url(#{id}-harm)" top={TOP} {bottom} {needX} {needWidth} {plotX} {plotWidth} {clampY} />

      <!-- the trace -->
      <g clip-path="url(#{id}-plot)">
        {#if rehearsed}
          {#each displayPaths as path, index (index)}
            <path d={path} fill="var(--quiet)" stroke="var(--quiet)" stroke-width="0.6" opacity={measured ? 0.2 : 0.42} />
          {/each}
          <path d={occupantPath} fill={measured ? 'var(--quiet)' : 'var(--ink)'} opacity={measured ? 0.55 : 1} />
        {/if}
        {#each measuredPaths as line (line.name)}
          {#if !line.main}<path class="probe" d={line.d} fill="var(--cooling)" stroke="var(--cooling)" stroke-width="0.8" opacity="0.75" />{/if}
        {/each}
        {#each measuredPaths as line (line.name)}
          {#if line.main}<path class="measured" d={line.d} fill="var(--ink)" stroke="var(--ink)" stroke-width="0.6" />{/if}
        {/each}
        {#if stuckOn && !measured}
          <path d={stuckOn.path} fill="none" stroke="var(--ink)" stroke-width="2" stroke-dasharray="2 5" />
        {/if}
      </g>
      {#if stuckOn && !compact && !measured}
        {@const room = stuckOn.middle[0] - plotX}
        {@const before = room > 250}
        {#if before || plotWidth - room > 260}
          <text class="note" x={stuckOn.middle[0] + (before ? -10 : 10)} y={clearOfRungs(stuckOn.middle[1])} text-anchor={before ? 'end' : 'start'}
            >if the relay sticks on, room at its warmest</text
          >
        {/if}
      {/if}

      <!-- rungs continue as lines through the trace -->
      {#each rungs as placed (placed.key)}
        <RungLine {placed} {compact} {needX} {needWidth} {markX} {labelX} {plotX} {plotWidth} />
      {/each}

      <!-- when the output is on -->
      {#each rehearsed ? parts.loops : [] as { shares, loopId, does }, row (loopId)}
        {@const top = bottom + 8 + row * ROW}
        {#if !compact}<text class="tick" x={plotX - 8} y={top + 12} text-anchor="end">{STRIPS[does]}</text>{/if}
        <rect x={plotX} y={top} width={plotWidth} height={STRIP} fill="none" stroke="var(--hairline)" />
        <path d={stripPath(shares, top)} fill="url(#{id}-{does})" />
      {/each}
    </svg>

    {#each rungs as placed (placed.key)}
      {@const rung = placed.rung}
      {@const keyed = keyedOf(rung)}
      {@const name = nameOf(rung)}
      <RungLabel
        {rung}
        {hand}
        {mayKey}
        {compact}
        {name}
        keyed={keyed ?? null}
        shown={placed.shown}
        under={under(placed)}
        where="{quantity.show(placed.occupant)} {draft.plan.box?.tank ? 'in the water' : 'in the air'}"
        x={labelX}
        y={placed.labelY}
        width={labelWidth}
      />
    {/each}
  {/if}
</div>

{#if answer && parts?.occupant && !joined}
  <p class="legend small quiet">
    {#if measured}
      <svg width="26" height="10" aria-hidden="true"><rect y="3.500" width="26" height="3" fill="var(--ink)" /></svg>
      {measured.says}
      {#if measured.lines.some((line) => !line.main)}
        <svg width="26" height="10" aria-hidden="true"><rect y="4" width="26" height="2" fill="var(--cooling)" /></svg>
        {measured.lines
          .filter((line) => !line.main)
          .map((line) => line.name)
          .join(', ')}, as measured
      {/if}
    {/if}
    {#if rehearsed}<svg width="26" height="10" aria-hidden="true"><rect y="3.500" width="26" height="3" fill={measured ? 'var(--quiet)' : 'var(--ink)'} /></svg>
      {needs?.where ?? 'at the occupant'}{measured ? ', rehearsed' : ''}
      <svg width="26" height="10" aria-hidden="true"><rect width="26" height="10" fill="var(--quiet)" opacity="0.42" /></svg>
      on the display, lowest to highest of each {duration(answer.trace.bucketS)} ({answer.metrics.loops.map((loop) => `${loop.cycles} switchings`).join(', ') || 'no output'})
    {/if}
  </p>
  {#if rehearsed}<LadderTable trace={answer.trace} />{/if}
{/if}

<style>
  .ladder {
    position: relative;
    min-width: 0;
  }

  svg {
    display: block;
  }

  .ladder > svg {
    position: absolute;
    inset: 0;
  }

  .head {
    position: absolute;
    font-size: var(--small);
    font-weight: 600;
    white-space: nowrap;
  }

  .stuck,
  .beyond {
    position: absolute;
    white-space: nowrap;
  }

  .course {
    position: absolute;
    z-index: 1;
    top: -6px;
  }

  .note {
    font-size: 12.5px;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 4px;
  }

  .legend {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 8px;
    padding: 6px 0;
  }
</style>
