<script lang="ts">
  /** What was measured less what is rehearsed, with the plan as it was and with what was learned. */
  import type { FitView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { difference, kelvinTo } from '../units'
  import { when } from '../when'

  let { off }: { off: FitView['off'] } = $props()
  let width = $state(720)
  const WIDTH = $derived(Math.max(280, width))
  const HEIGHT = 150
  const LEFT = 60
  const most = $derived(Math.max(0.1, ...off.flatMap((each) => [Math.abs(each.plannedK), Math.abs(each.learnedK)])))
  const x = (index: number) => LEFT + (index / Math.max(1, off.length - 1)) * (WIDTH - LEFT - 4)
  const y = (offK: number) => HEIGHT / 2 - (offK / most) * (HEIGHT / 2 - 8)
  const line = (of: (each: FitView['off'][number]) => number) => off.map((each, index) => `${index === 0 ? 'M' : 'L'}${x(index).toFixed(1)},${y(of(each)).toFixed(1)}`).join('')
  const sign = (offK: number) => `${kelvinTo(prefs.unit, offK) < 0 ? '−' : '+'}${difference(Math.abs(offK), prefs.unit)}`
</script>

{#if off.length > 1}
  <figure bind:clientWidth={width}>
    <svg
      viewBox="0 0 {WIDTH} {HEIGHT}"
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label="Measured less rehearsed: as planned up to {difference(most, prefs.unit)} off, as learned as the table says"
    >
      <line x1={LEFT} x2={WIDTH} y1={HEIGHT / 2} y2={HEIGHT / 2} class="zero" />
      {#each [most, 0, -most] as each (each)}
        <text x={LEFT - 6} y={y(each) + 4} text-anchor="end">{each === 0 ? '0' : sign(each)}</text>
      {/each}
      <path d={line((each) => each.plannedK)} class="planned" />
      <path d={line((each) => each.learnedK)} class="learned" />
    </svg>
    <figcaption class="small quiet">
      Measured less rehearsed, {when(off[0]!.at, 'minute')} to {when(off[off.length - 1]!.at, 'minute')}: <span class="key planned" aria-hidden="true"></span> as planned,
      <span class="key learned" aria-hidden="true"></span> as learned.
    </figcaption>
  </figure>
{/if}

<style>
  figure {
    max-width: 900px;
    margin: 10px 0;
  }

  svg {
    display: block;
    max-width: 100%;
  }

  text {
    font-size: 12px;
    fill: var(--quiet);
  }

  .zero {
    stroke: var(--edge);
  }

  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.6;
  }

  path.planned {
    stroke: var(--warming);
    stroke-dasharray: 5 3;
  }

  .key {
    display: inline-block;
    width: 26px;
    border-top: 2px solid var(--ink);
    vertical-align: middle;
  }

  .key.planned {
    border-top: 2px dashed var(--warming);
  }
</style>
