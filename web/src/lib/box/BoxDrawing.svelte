<script lang="ts">
  /**
   * The box drawn to scale from its numbers, from the front and from above, with its parts where they are. A part can be picked up and
   * put somewhere else, by pointer or with the arrow keys; what follows from that is the server's.
   */

  import type { ChamberDraft } from '../chamber/draft.svelte'
  import type { PlacePlan } from '../api/types'
  import { apart } from './labels'
  import { COLOUR, labelOf, type Part, partsOf } from './parts'
  import { prefs } from '../prefs.svelte'
  import { fixed, level } from '../units'
  import { WALL_NAMES } from '../words'
  import { frameOf, metresOf, moved, rectOf, wallThicknesses, type Frame } from './geometry'

  interface Props {
    draft: ChamberDraft
    mayMove: boolean
    /** Whether heat paths are drawn; else what the probes feel. @default true */
    paths?: boolean
  }
  let { draft, mayMove, paths = true }: Props = $props()
  const id = $props.id()
  let width = $state(700)
  const compact = $derived(width < 560)
  const box = $derived(draft.plan.box)
  const answer = $derived(draft.answer)
  const layout = $derived(answer?.layout ?? null)

  const parts = $derived(layout && box ? partsOf(draft.plan, layout, paths ? (answer?.balance.paths ?? []) : null) : [])

  // --- geometry -----------------------------------------------------------------------------------------------------------

  const EDGE = 56
  const GAP = 40
  const frames = $derived.by<{ frame: Frame; title: string }[]>(() => {
    if (!box) return []
    const each = compact ? width - 2 * EDGE : (width - 3 * EDGE - GAP) / 2
    const height = compact ? 220 : 250
    const front = frameOf('front', box, { left: EDGE, top: 52, width: each, height })
    const above = frameOf('above', box, compact ? { left: EDGE, top: 52 + height + 124, width: each, height } : { left: EDGE + each + EDGE + GAP, top: 52, width: each, height })
    // One scale for both, so that the same part has the same size in both.
    const scale = Math.min(front.scale, above.scale)
    const again = (frame: Frame, thickUp: number, thickLeft: number, left: number, top: number): Frame => ({
      ...frame,
      scale,
      left: left + (each - scale * frame.across) / 2 + (scale * thickLeft) / 2,
      top: top + scale * thickUp,
    })
    const thick = wallThicknesses(box)
    const skew = thick[4]! - thick[5]!
    return [
      { frame: again(front, thick[1]!, skew, EDGE, 52), title: 'From the front' },
      { frame: again(above, thick[3]!, skew, compact ? EDGE : EDGE + each + EDGE + GAP, compact ? 52 + height + 124 : 52), title: 'From above' },
    ]
  })
  const height = $derived(
    frames.reduce((most, { frame }) => {
      const thick = box ? wallThicknesses(box) : []
      return Math.max(most, frame.top + frame.scale * (frame.up + (frame.view === 'front' ? (thick[0] ?? 0) : (thick[2] ?? 0))) + 62)
    }, 120),
  )

  /** Walls as they are cut by a view: where they stand in the picture, and which of the six each is. */
  function cut(frame: Frame) {
    const thick = wallThicknesses(box!)
    const inner = { x: frame.left, y: frame.top, w: frame.scale * frame.across, h: frame.scale * frame.up }
    const [low, high] = frame.view === 'front' ? [0, 1] : [2, 3]
    const t = (index: number) => frame.scale * thick[index]!
    return {
      inner,
      outer: { x: inner.x - t(4), y: inner.y - t(high), w: inner.w + t(4) + t(5), h: inner.h + t(high) + t(low) },
      sides: [
        { index: low, x: inner.x + inner.w * 0.5, y: inner.y + inner.h + t(low), dx: 0, dy: 1 },
        { index: high, x: inner.x + inner.w * 0.62, y: inner.y - t(high), dx: 0, dy: -1 },
        ...(frame.view === 'front'
          ? [
              { index: 4, x: inner.x - t(4), y: inner.y + inner.h * 0.4, dx: -1, dy: 0 },
              { index: 5, x: inner.x + inner.w + t(5), y: inner.y + inner.h * 0.4, dx: 1, dy: 0 },
            ]
          : []),
      ],
    }
  }

  function inOrder(frame: Frame): Part[] {
    const depth = (part: Part) => (part.what === 'probe' ? 1000 : frame.view === 'front' ? -part.place.yM : part.place.zM)
    return [...parts].sort((a, b) => depth(a) - depth(b))
  }

  const labelsOf = (frame: Frame) =>
    apart(
      parts.flatMap((part) => {
        const label = labelOf(frame, part, width)
        return label ? [{ ...label, key: part.key, text: part.name }] : []
      }),
    )

  const wallW = (index: number) => answer?.balance.paths.find((path) => path.kind === 'WALL' && path.subject === WALL_NAMES[index]!.toUpperCase())?.watts ?? null

  // --- moving -------------------------------------------------------------------------------------------------------------

  let held = $state.raw<{ key: string; from: PlacePlan; frame: Frame; x: number; y: number } | null>(null)

  function take(event: PointerEvent, part: Part, frame: Frame) {
    if (!mayMove || event.button !== 0) return
    const target = event.currentTarget as SVGElement
    target.focus()
    target.setPointerCapture(event.pointerId)
    draft.checkpoint(`moving ${part.name}`)
    held = { key: part.key, from: $state.snapshot(part.place), frame, x: event.clientX, y: event.clientY }
  }

  function drag(event: PointerEvent, part: Part) {
    if (!held || held.key !== part.key || !box) return
    part.put(moved(held.from, metresOf(held.frame, event.clientX - held.x, event.clientY - held.y), box))
    draft.replan()
  }

  function step(event: KeyboardEvent, part: Part, frame: Frame) {
    const by = event.shiftKey ? 0.05 : 0.01
    const [x, up] = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key] ?? []
    if (x === undefined || up === undefined || !mayMove || !box) return
    event.preventDefault()
    draft.checkpoint(`moving ${part.name}`)
    part.put(moved($state.snapshot(part.place), frame.view === 'front' ? { x, z: up } : { x, y: up }, box))
    draft.replan()
  }

  const cm = (metres: number) => fixed(100 * metres, metres < 0.1 ? 1 : 0)
  const where = (place: PlacePlan) => `${cm(place.xM)} cm from the left, ${cm(place.yM)} from the front, ${cm(place.zM)} above the floor`
  const rest = $derived((answer?.balance.paths ?? []).filter((path) => !['WALL', 'HEATER'].includes(path.kind)))
  const REST_NAMES: Record<string, string> = {
    LAMPS: 'lamps',
    FANS: 'fans and pumps',
    LIVING: 'what lives inside',
    OPENINGS: 'glass and doors',
    AIR_EXCHANGE: 'air exchange',
    GROUND: 'ground',
    SURFACE: 'water surface',
    MOISTURE: 'evaporation',
    COOLERS: 'coolers',
  }
</script>

<figure bind:clientWidth={width}>
  {#if box && layout}
    <svg {width} {height} role="group" aria-label="The box, drawn to scale">
      <defs>
        <pattern id="{id}-wall" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--edge)" stroke-width="1" opacity="0.7" />
        </pattern>
        <pattern id="{id}-warms" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"
          ><line x1="0" y1="0" x2="0" y2="5" stroke="var(--warming)" stroke-width="2.500" /></pattern
        >
        <pattern id="{id}-cools" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)"
          ><line x1="0" y1="0" x2="0" y2="5" stroke="var(--cooling)" stroke-width="2.500" /></pattern
        >
        <pattern id="{id}-moistens" width="5" height="5" patternUnits="userSpaceOnUse"><circle cx="2.500" cy="2.500" r="1.500" fill="var(--moistening)" /></pattern>
        <pattern id="{id}-dries" width="7" height="4" patternUnits="userSpaceOnUse"><line x1="0" x2="4.500" y1="2" y2="2" stroke="var(--drying)" stroke-width="2" /></pattern>
        <pattern id="{id}-enriches" width="8" height="8" patternUnits="userSpaceOnUse"
          ><circle cx="4" cy="4" r="2.300" fill="none" stroke="var(--enriching)" stroke-width="1.500" /></pattern
        >
        <pattern id="{id}-contents" width="10" height="10" patternUnits="userSpaceOnUse"
          ><circle cx="5" cy="5" r="3.200" fill="none" stroke="var(--keep-edge)" stroke-width="1" /></pattern
        >
        <marker id="{id}-out" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="10" markerHeight="10" markerUnits="userSpaceOnUse" orient="auto"
          ><path d="M0 0L8 4L0 8Z" fill="var(--warming)" /></marker
        >
      </defs>
      {#each frames as { frame, title } (frame.view)}
        {@const walls = cut(frame)}
        <text class="title" x={walls.outer.x} y={walls.outer.y - 34}>{title}</text>
        <rect x={walls.outer.x} y={walls.outer.y} width={walls.outer.w} height={walls.outer.h} fill="url(#{id}-wall)" stroke="var(--edge)" />
        <rect x={walls.inner.x} y={walls.inner.y} width={walls.inner.w} height={walls.inner.h} fill="var(--sheet)" stroke="var(--ink)" stroke-width="1.500" />
        {#if box.tank}
          {#if frame.view === 'front'}
            {@const waterY = frame.top + frame.scale * (frame.up - box.tank.waterHeightM)}
            <rect x={walls.inner.x + 1} y={waterY} width={walls.inner.w - 2} height={frame.scale * box.tank.waterHeightM - 1} fill="var(--cooling)" opacity="0.13" />
            <line x1={walls.inner.x} x2={walls.inner.x + walls.inner.w} y1={waterY} y2={waterY} stroke="var(--cooling)" stroke-width="2" stroke-dasharray="9 4" />
          {:else}
            <rect x={walls.inner.x + 1} y={walls.inner.y + 1} width={walls.inner.w - 2} height={walls.inner.h - 2} fill="var(--cooling)" opacity="0.13" />
          {/if}
        {/if}
        <!-- measures -->
        <g class="measure" stroke="var(--quiet)">
          <line x1={walls.inner.x} x2={walls.inner.x + walls.inner.w} y1={walls.outer.y + walls.outer.h + 36} y2={walls.outer.y + walls.outer.h + 36} />
          <line x1={walls.inner.x} x2={walls.inner.x} y1={walls.outer.y + walls.outer.h + 31} y2={walls.outer.y + walls.outer.h + 41} />
          <line x1={walls.inner.x + walls.inner.w} x2={walls.inner.x + walls.inner.w} y1={walls.outer.y + walls.outer.h + 31} y2={walls.outer.y + walls.outer.h + 41} />
        </g>
        <text class="tick" x={walls.inner.x + walls.inner.w / 2} y={walls.outer.y + walls.outer.h + 52} text-anchor="middle">{cm(frame.across)} cm</text>
        <text
          class="tick"
          transform="translate({walls.outer.x - (frame.view === 'front' && paths ? 40 : 10)},{walls.inner.y + walls.inner.h * 0.78}) rotate(-90)"
          text-anchor="middle">{cm(frame.up)} cm</text
        >
        {#if paths}
          {#each walls.sides as side (side.index)}
            {@const watts = wallW(side.index)}
            {#if watts !== null && Math.abs(watts) >= 0.05}
              {@const out = watts < 0}
              {@const from = out ? 2 : 22}
              {@const to = out ? 22 : 2}
              <line
                x1={side.x + side.dx * from}
                y1={side.y + side.dy * from}
                x2={side.x + side.dx * to}
                y2={side.y + side.dy * to}
                stroke="var(--warming)"
                stroke-width={Math.max(1.2, Math.min(4, Math.sqrt(Math.abs(watts))))}
                marker-end="url(#{id}-out)"
              />
              <text
                class="watts"
                x={side.x + (side.dx === 0 ? 12 : side.dx * 6)}
                y={side.y + (side.dx === 0 ? side.dy * 14 + 4 : -8)}
                text-anchor={side.dx === 0 ? 'start' : side.dx < 0 ? 'end' : 'start'}>{fixed(Math.abs(watts), 1)} W</text
              >
            {/if}
          {/each}
        {/if}
        <!-- parts, the farthest first; probes last, so that they stay within reach -->
        {#each inOrder(frame) as part (part.key)}
          {@const rect = rectOf(frame, part.place)}
          {@const w = Math.max(rect.width, 14)}
          {@const h = Math.max(rect.height, 10)}
          {@const x = rect.x + (rect.width - w) / 2}
          {@const y = rect.y + (rect.height - h) / 2}
          <g
            class="part"
            class:held={held?.key === part.key}
            class:fixed={!mayMove}
            role="button"
            tabindex="0"
            aria-label="{part.name}, {where(part.place)}, {part.note}. {mayMove ? 'Arrow keys move it.' : ''}"
            onpointerdown={(event) => take(event, part, frame)}
            onpointermove={(event) => drag(event, part)}
            onpointerup={() => (held = null)}
            onpointercancel={() => (held = null)}
            onkeydown={(event) => step(event, part, frame)}
          >
            {#if part.what === 'probe'}
              {@const cx = rect.x + rect.width / 2}
              {@const cy = rect.y + rect.height / 2}
              <circle {cx} {cy} r="13" fill="transparent" />
              <circle {cx} {cy} r="6" fill="var(--sheet)" stroke="var(--ink)" stroke-width="2.500" />
              <path d="M{cx - 11} {cy}h22M{cx} {cy - 11}v22" stroke="var(--ink)" stroke-width="1.500" />
            {:else}
              <rect {x} {y} width={w} height={h} fill="var(--sheet)" />
              <rect
                {x}
                {y}
                width={w}
                height={h}
                fill={['moves air', 'lights'].includes(part.what) ? 'none' : `url(#${id}-${part.what})`}
                stroke={COLOUR[part.what]}
                stroke-width="2"
              />
              {#if part.what === 'moves air'}
                <path d="M{x + w / 2} {y + h / 2}m-6 0a6 6 0 1 1 6 6" fill="none" stroke="var(--quiet)" stroke-width="2" />
              {:else if part.what === 'lights'}
                <path d="M{x + w * 0.2} {y + h + 2}l-3 6M{x + w * 0.5} {y + h + 2}v7M{x + w * 0.8} {y + h + 2}l3 6" stroke="var(--mind)" stroke-width="2" />
              {/if}
            {/if}
          </g>
        {/each}
        {#each labelsOf(frame) as label (label.key)}<text class="name" x={label.x} y={label.y} text-anchor={label.anchor}>{label.text}</text>{/each}
      {/each}
    </svg>
    <figcaption class="small">
      {#if paths && answer}
        <p>
          Held at {level(answer.balance.airC, prefs.unit)} in the coldest room, {level(answer.balance.roomC, prefs.unit)}:
          {#each rest as path, index (path.kind)}{index ? ', ' : ''}{REST_NAMES[path.kind]}
            <b class="mono">{path.watts > 0 ? '+' : ''}{fixed(path.watts, 1)} W</b>{/each}{#if rest.length === 0}all of it goes through the walls{/if}.
        </p>
      {/if}
      <p class="quiet">Drag a part, or give it the focus and press the arrow keys; distances can be typed below. What a probe feels follows from where it hangs.</p>
    </figcaption>
  {:else if !box}
    <p class="quiet">There is nothing to draw before the box is measured.</p>
  {:else}
    <p class="quiet">It is drawn as soon as everything below can be read.</p>
  {/if}
</figure>

<style>
  svg {
    display: block;
  }

  .title {
    font-size: 13px;
    font-weight: 700;
    fill: var(--ink);
  }

  .watts {
    font-size: 12px;
    font-weight: 700;
    fill: var(--ink);
  }

  .name {
    font-size: 12px;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 5px;
    pointer-events: none;
  }

  .part {
    cursor: grab;
    touch-action: none;
  }

  .part.fixed {
    cursor: default;
  }

  .part.held {
    cursor: grabbing;
    opacity: 0.85;
  }

  .part:focus-visible {
    outline: 3px solid var(--cooling);
    outline-offset: 3px;
  }

  figcaption {
    display: grid;
    gap: 4px;
    max-width: 90ch;
  }
</style>
