<svelte:options namespace="svg" />

<script module lang="ts">
  import type { RungAnswer } from '../api/types'

  /** A rung in its place on the ladder. */
  export interface Placed {
    key: string
    rung: RungAnswer
    shown: number | null
    occupant: number
    y: number
    labelY: number
  }
</script>

<script lang="ts">
  import { HELD, type Held } from '../held'

  /** A rung as a line from the axis to its label and on through the trace, with the mark of its kind. */
  let {
    placed,
    compact,
    needX,
    needWidth,
    markX,
    labelX,
    plotX,
    plotWidth,
  }: { placed: Placed; compact: boolean; needX: number; needWidth: number; markX: number; labelX: number; plotX: number; plotWidth: number } = $props()

  const COLOURS: [string, string][] = [
    ['BACKUP', 'backup'],
    ['FAN', 'drying'],
    ['VENT', 'cooling'],
    ['HOLDS', 'warming'],
  ]
  function colour({ kind, quantity }: RungAnswer): string {
    const [raises, lowers] = HELD[quantity as Held].colours
    return `var(--${kind.startsWith('RAISE') ? raises : kind.startsWith('LOWER') ? lowers : (COLOURS.find(([start]) => kind.startsWith(start))?.[1] ?? 'alarm')})`
  }
  const stroke = $derived(colour(placed.rung))
  const dash = $derived(placed.rung.kind.endsWith('ALARM') ? '8 5' : undefined)
</script>

<line x1={needX + needWidth} x2={markX} y1={placed.y} y2={placed.y} {stroke} stroke-width="2.5" />
<polyline
  points={compact
    ? `${markX},${placed.y} ${labelX + 2},${placed.labelY - 12}`
    : `${markX},${placed.y} ${markX + 10},${placed.y} ${labelX - 12},${placed.labelY} ${labelX - 4},${placed.labelY}`}
  fill="none"
  {stroke}
/>
<line x1={plotX} x2={plotX + plotWidth} y1={placed.y} y2={placed.y} {stroke} stroke-width="1.4" stroke-dasharray={dash} />
{#if placed.rung.kind.startsWith('BACKUP')}
  <line x1={plotX} x2={plotX + plotWidth} y1={placed.y + 3} y2={placed.y + 3} {stroke} opacity="0.85" />
{/if}
<g transform="translate({markX},{placed.y})" fill={stroke}>
  {#if placed.rung.kind.endsWith('ALARM')}
    <path d="M0 -9L9 0L0 9L-9 0Z" />
  {:else if placed.rung.kind.endsWith('_ON')}
    <path d="M-6 -7L8 0L-6 7Z" />
  {:else if placed.rung.kind.endsWith('_OFF')}
    <rect x="-6" y="-6" width="12" height="12" />
  {:else}
    <path d="M-7 -6H7V-2H-7ZM-7 2H7V6H-7Z" />
  {/if}
</g>
