<svelte:options namespace="svg" />

<script lang="ts">
  /** The target range and harm, on both sides of the axis. */
  import { duration } from '../units'
  import type { Quantity } from './quantity'

  type Harm = Quantity['harm'][number] | null
  let {
    quantity,
    harmLow,
    harmHigh,
    range,
    fill,
    top,
    bottom,
    needX,
    needWidth,
    plotX,
    plotWidth,
    clampY,
  }: {
    quantity: Quantity
    harmLow: Harm
    harmHigh: Harm
    /** What the axis shows. */
    range: { low: number; high: number }
    /** What harm is filled with. */
    fill: string
    /** Places in CSS pixels. */
    top: number
    bottom: number
    needX: number
    needWidth: number
    plotX: number
    plotWidth: number
    clampY: (value: number) => number
  } = $props()
</script>

{#each [{ x: needX, w: needWidth, keep: 'var(--keep-strong)' }, { x: plotX, w: plotWidth, keep: 'var(--keep)' }] as column (column.x)}
  {#if quantity.keep}
    <rect x={column.x} y={clampY(quantity.keep.high)} width={column.w} height={clampY(quantity.keep.low) - clampY(quantity.keep.high)} fill={column.keep} />
  {/if}
  {#if harmHigh && harmHigh.level < range.high}
    <rect x={column.x} y={top} width={column.w} height={clampY(harmHigh.level) - top} {fill} />
    <line x1={column.x} x2={column.x + column.w} y1={clampY(harmHigh.level)} y2={clampY(harmHigh.level)} stroke="var(--harm)" stroke-width={column.x === needX ? 2 : 1} />
  {/if}
  {#if harmLow && harmLow.level > range.low}
    <rect x={column.x} y={clampY(harmLow.level)} width={column.w} height={bottom - clampY(harmLow.level)} {fill} />
    <line x1={column.x} x2={column.x + column.w} y1={clampY(harmLow.level)} y2={clampY(harmLow.level)} stroke="var(--harm)" stroke-width={column.x === needX ? 2 : 1} />
  {/if}
{/each}
{#if quantity.keep}
  {@const keepTop = clampY(quantity.keep.high)}
  {@const keepBottom = clampY(quantity.keep.low)}
  <rect x={needX} y={keepTop} width={needWidth} height={Math.max(2, keepBottom - keepTop)} fill="none" stroke="var(--keep-edge)" stroke-width="2" />
  <text class="word" x={needX + needWidth / 2} y={(keepTop + keepBottom) / 2 + 5} text-anchor="middle">keep</text>
{/if}
{#if harmHigh && harmHigh.level < range.high}
  <g transform="translate({needX + needWidth / 2},{clampY(harmHigh.level) - 12})">
    <rect x={-needWidth / 2 + 2} y="-12" width={needWidth - 4} height="17" fill="var(--sheet)" />
    <text class="word" text-anchor="middle" y="1">{duration(harmHigh.durationS)}</text>
  </g>
{/if}
{#if harmLow && harmLow.level > range.low}
  <g transform="translate({needX + needWidth / 2},{clampY(harmLow.level) + 16})">
    <rect x={-needWidth / 2 + 2} y="-12" width={needWidth - 4} height="17" fill="var(--sheet)" />
    <text class="word" text-anchor="middle" y="1">{duration(harmLow.durationS)}</text>
  </g>
{/if}

<style>
  .word {
    font-size: 12px;
    font-weight: 700;
    fill: var(--ink);
  }
</style>
