<script lang="ts">
  /** The error of one display over its checks, with its uncertainty, its drift, and the certificates behind it. */
  import { when } from '../when'
  import type { HistoryView } from '../api/types'
  import { scaleOf, ticks } from '../ladder/scale'
  import { fixed } from '../units'
  import { apart, offset } from './words'

  let { history }: { history: HistoryView } = $props()
  let width = $state(480)
  const HEIGHT = 200
  const LEFT = 52
  const unit = $derived(history.unit)
  const day = (iso: string) => when(iso, 'day')
  const first = $derived(Date.parse(history.found[0]?.at ?? new Date().toISOString()))
  const ends = $derived([
    Date.now(),
    ...history.found.map((each) => Date.parse(each.at)),
    ...(history.drift?.passesOn ? [Math.min(Date.parse(history.drift.passesOn), Date.now() + 2 * 365 * 86_400_000)] : []),
  ])
  const last = $derived(Math.max(...ends, first + 86_400_000))
  const x = $derived((at: number) => LEFT + 8 + ((at - first) / (last - first)) * (width - LEFT - 24))
  /** What was tolerated is counted from where the offset of the day set it right. */
  const lines = $derived(
    history.found.map((each, index) => ({
      from: Date.parse(each.at),
      to: index + 1 < history.found.length ? Date.parse(history.found[index + 1]!.at) : last,
      right: -each.offsetAfter,
    })),
  )
  const values = $derived(
    history.found.flatMap((each) => [
      each.sensorError - each.expandedUncertainty,
      each.sensorError + each.expandedUncertainty,
      -each.offsetAfter - (history.tolerance ?? 0),
      -each.offsetAfter + (history.tolerance ?? 0),
    ]),
  )
  const scale = $derived(scaleOf(Math.min(0, ...values) - 0.05, Math.max(0, ...values) + 0.05, 8, HEIGHT - 16))
  const drift = $derived(history.drift)
  const lineAt = $derived((at: number) => drift!.at + (drift!.perDay * (at - first)) / 86_400_000)
</script>

{#if history.found.length > 0}
  <figure bind:clientWidth={width}>
    <svg
      {width}
      height={HEIGHT + 18}
      role="img"
      aria-label="Error of the sensor by check: {history.found.map((each) => `${day(each.at)} ${offset(each.sensorError, 2)} ± ${fixed(each.expandedUncertainty, 2)}`).join('; ')}"
    >
      <rect x={LEFT} y="0" width={Math.max(0, width - LEFT)} height={HEIGHT} fill="var(--sheet)" stroke="var(--hairline)" />
      {#each lines as line (line.from)}
        {#if history.tolerance !== null}<rect
            x={x(line.from)}
            y={scale.y(line.right + history.tolerance)}
            width={Math.max(1, x(line.to) - x(line.from))}
            height={Math.max(1, scale.y(line.right - history.tolerance) - scale.y(line.right + history.tolerance))}
            fill="var(--keep)"
          />{/if}
        <path d="M{x(line.from)} {scale.y(line.right)}H{x(line.to)}" stroke="var(--keep-edge)" stroke-width="2" />
      {/each}
      {#each ticks(scale.low, scale.high, 5) as tick (tick)}
        <path d="M{LEFT} {scale.y(tick)}H{width}" stroke="var(--grid)" />
        <text class="tick" x={LEFT - 6} y={scale.y(tick) + 4} text-anchor="end">{offset(tick, 1)}</text>
      {/each}
      {#if last > Date.now() + 86_400_000}
        <path d="M{x(Date.now())} 0V{HEIGHT}" stroke="var(--edge)" />
        <text class="tick" x={x(Date.now()) + 4} y={HEIGHT - 6}>today</text>
      {/if}
      {#if drift}<path d="M{x(first)} {scale.y(lineAt(first))}L{x(last)} {scale.y(lineAt(last))}" stroke="var(--mind)" stroke-width="2" stroke-dasharray="6 4" />{/if}
      {#each history.found as each (each.checkId)}
        <path
          d="M{x(Date.parse(each.at))} {scale.y(each.sensorError - each.expandedUncertainty)}V{scale.y(each.sensorError + each.expandedUncertainty)}m-4 0h8"
          stroke="var(--ink)"
          stroke-width="2"
          fill="none"
        />
        <path d="M{x(Date.parse(each.at)) - 4} {scale.y(each.sensorError - each.expandedUncertainty)}h8" stroke="var(--ink)" stroke-width="2" />
        <rect x={x(Date.parse(each.at)) - 4} y={scale.y(each.sensorError) - 4} width="8" height="8" fill="var(--ink)" />
      {/each}
      <text class="tick" x={LEFT} y={HEIGHT + 14}>{day(history.found[0]!.at)}</text>
      <text class="tick" x={width - 2} y={HEIGHT + 14} text-anchor="end">{day(new Date(last).toISOString())}</text>
    </svg>
    <figcaption class="small quiet">
      Squares: what the sensor showed too much without any offset, with bars of about 95 %. Green: where the offset in force sets it right{history.tolerance !== null
        ? `, and ${apart(history.tolerance, unit)} either side, a quarter of the target range`
        : ''}. {drift ? 'Dashes: its drift.' : ''}
    </figcaption>
  </figure>
  {#if drift}
    <p>
      It drifts by <b class="mono">{apart(drift.perDay * 365.25, unit)}</b> a year{drift.perDayMargin !== null
        ? `, ± ${apart(drift.perDayMargin * 365.25, unit)}`
        : '; two checks tell nothing of how sure that is'}.
      {#if drift.passesOn}At that pace it is past what is tolerated by <b>{day(drift.passesOn)}</b>{drift.passesEarliest && drift.passesEarliest < drift.passesOn
          ? `, at the earliest ${day(drift.passesEarliest)}`
          : ''}.{/if}
    </p>
  {/if}
  <details>
    <summary>The checks as a table</summary>
    <div class="scroll">
      <table class="rows small">
        <thead
          ><tr
            ><th scope="col">When</th><th scope="col">Sensor error</th><th scope="col">±</th><th scope="col">Offset after</th><th scope="col">Left wrong</th><th scope="col">By</th
            ></tr
          ></thead
        >
        <tbody>
          {#each [...history.found].reverse() as each (each.checkId)}<tr
              ><td>{day(each.at)}</td><td class="mono">{offset(each.sensorError, 2)}</td><td class="mono">{fixed(each.expandedUncertainty, 2)}</td><td class="mono"
                >{offset(each.offsetAfter, 2)}</td
              ><td class="mono">{offset(each.remaining, 2)}</td><td>{each.author}</td></tr
            >{/each}
        </tbody>
      </table>
    </div>
  </details>
{:else}
  <p class="quiet">No check beside the probe has settled yet. The first one begins the history.</p>
{/if}
{#each history.placed.slice(-3).reverse() as each (each.checkId)}
  <p class="small">
    {day(each.at)}: the occupant had {apart(Math.abs(each.difference), unit)}
    {each.difference < 0 ? 'less' : 'more'} than the display, ± {apart(each.expandedUncertainty, unit)}{each.note ? `. ${each.note}` : ''}. The place’s difference, not the
    sensor’s.
  </p>
{/each}
{#if history.certificates.length > 0}
  <h3>References</h3>
  <ul class="small">
    {#each history.certificates as each (each.reference.name)}
      <li>
        {#if each.expired}<span class="mark mind" aria-hidden="true">▲</span>{/if}{each.reference.name}: ± {apart(each.reference.stated, unit)}{each.reference.validTo
          ? `, certificate ${each.expired ? 'ran out' : 'to'} ${day(each.reference.validTo)}`
          : ', no certificate'}; last used {day(each.lastUsed)}
      </li>
    {/each}
  </ul>
{/if}

<style>
  .scroll {
    overflow-x: auto;
  }

  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
</style>
