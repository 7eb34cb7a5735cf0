<script lang="ts">
  /** Several series on one time axis, drawn as the ladder draws: lowest to highest as an area, the mean as a line, gaps hatched, the target range behind it. */
  import uPlot from 'uplot'
  import 'uplot/dist/uPlot.min.css'
  import type { Chart, SeriesView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { fixed } from '../units'
  import { QUANTITIES, signOf, toRead } from '../quantities'

  interface Props {
    shown: { series: SeriesView; chart: Chart; colour: string; dash: number[] }[]
    /** What is wanted of temperatures (°C); null where it is not known. */
    keep: { low: number; high: number } | null
    /** What happened when: alarms and what became of them, settings, cards. */
    marks?: { at: number; sign: string; tone: 'alarm' | 'quiet' }[]
    /** In words, for those who do not see it. */
    label: string
    onzoom: (from: Date, to: Date) => void
    /** Where the cursor stands; null where it is nowhere. */
    oncursor: (bucket: number | null) => void
  }
  let { shown, keep, marks = [], label, onzoom, oncursor }: Props = $props()
  let place = $state<HTMLDivElement | null>(null)
  let width = $state(800)
  let plot: uPlot | null = null
  const HEIGHT = 380
  const FONT = "13px 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif"
  /** Twenty-four hours a day, and days before months: step (s), usual, and with the year, month, day in the first place of each. */
  const HOURS: (string | number | null)[][] = [
    [365 * 86_400, '{YYYY}', null, null, null, null, null, null, 1],
    [28 * 86_400, '{MMM}', '\n{YYYY}', null, null, null, null, null, 1],
    [86_400, '{D} {MMM}', '\n{YYYY}', null, null, null, null, null, 1],
    [3600, '{HH}:{mm}', '\n{D} {MMM} {YYYY}', null, '\n{D} {MMM}', null, null, null, 1],
    [60, '{HH}:{mm}', '\n{D} {MMM} {YYYY}', null, '\n{D} {MMM}', null, null, null, 1],
    [1, ':{ss}', '\n{D} {MMM} {YYYY} {HH}:{mm}', null, '\n{D} {MMM} {HH}:{mm}', null, '\n{HH}:{mm}', null, 1],
  ]

  const colourOf = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name.slice(4, -1)).trim()
  /** At most two units stand beside each other: one axis left, one right. */
  const scales = $derived([...new Set(shown.map(({ series }) => signOf(series, prefs.unit)))])

  function data(): uPlot.AlignedData {
    const times = shown[0]!.chart.at.map((at) => Date.parse(at) / 1000 + shown[0]!.chart.bucketS / 2)
    const read = (values: (number | null)[], series: SeriesView) => values.map((value) => (value === null ? null : toRead(value, series, prefs.unit)))
    return [times, ...shown.flatMap(({ chart, series }) => [read(chart.low, series), read(chart.high, series), read(chart.mean, series)])] as uPlot.AlignedData
  }

  function hatch(u: uPlot, from: number, to: number) {
    const { ctx, bbox } = u
    const left = Math.max(bbox.left, u.valToPos(from, 'x', true))
    const right = Math.min(bbox.left + bbox.width, u.valToPos(to, 'x', true))
    if (right <= left) return
    ctx.save()
    ctx.beginPath()
    ctx.rect(left, bbox.top, right - left, bbox.height)
    ctx.clip()
    ctx.strokeStyle = colourOf('var(--edge)')
    ctx.globalAlpha = 0.5
    ctx.beginPath()
    for (let x = left - bbox.height; x < right; x += 9) {
      ctx.moveTo(x, bbox.top + bbox.height)
      ctx.lineTo(x + bbox.height, bbox.top)
    }
    ctx.stroke()
    ctx.restore()
  }

  function behind(u: uPlot) {
    const { ctx, bbox } = u
    ctx.save()
    ctx.fillStyle = colourOf('var(--sheet)')
    ctx.fillRect(bbox.left, bbox.top, bbox.width, bbox.height)
    const warm = shown.find(({ series }) => series.quantity === 'TEMPERATURE')
    if (keep && warm) {
      const scale = signOf(warm.series, prefs.unit)
      const clamp = (y: number) => Math.max(bbox.top, Math.min(bbox.top + bbox.height, y))
      const top = clamp(u.valToPos(toRead(keep.high, warm.series, prefs.unit), scale, true))
      const bottom = clamp(u.valToPos(toRead(keep.low, warm.series, prefs.unit), scale, true))
      ctx.fillStyle = colourOf('var(--keep)')
      ctx.fillRect(bbox.left, top, bbox.width, bottom - top)
    }
    ctx.restore()
    for (const gap of shown[0]!.chart.gaps) hatch(u, Date.parse(gap.from) / 1000, Date.parse(gap.to) / 1000)
  }

  function above(u: uPlot) {
    const { ctx, bbox } = u
    ctx.save()
    ctx.font = `${15 * devicePixelRatio}px system-ui, sans-serif`
    ctx.textAlign = 'center'
    for (const mark of marks) {
      const x = Math.round(u.valToPos(mark.at, 'x', true))
      if (x < bbox.left || x > bbox.left + bbox.width) continue
      ctx.strokeStyle = ctx.fillStyle = colourOf(`var(--${mark.tone})`)
      ctx.setLineDash([4 * devicePixelRatio, 4 * devicePixelRatio])
      ctx.beginPath()
      ctx.moveTo(x, bbox.top + 18 * devicePixelRatio)
      ctx.lineTo(x, bbox.top + bbox.height)
      ctx.stroke()
      ctx.fillText(mark.sign, x, bbox.top + 14 * devicePixelRatio)
    }
    ctx.restore()
  }

  function build() {
    const size = { width, height: HEIGHT }
    // Empty buckets between readings are bridged unless they are gaps: those are told by the server.
    const gapsOf = (index: number): uPlot.Series['gaps'] => {
      return (u) => {
        const chart = shown[index]!.chart
        const found: uPlot.Series.Gap[] = []
        for (const gap of chart.gaps) {
          const left = Math.round(u.valToPos(Date.parse(gap.from) / 1000, 'x', true))
          const right = Math.round(u.valToPos(Date.parse(gap.to) / 1000, 'x', true))
          if (right > left) found.push([left, right])
        }
        return found
      }
    }
    const lines = shown.flatMap(({ series, colour, dash }, index): uPlot.Series[] => {
      const scale = signOf(series, prefs.unit)
      const stroke = colourOf(colour)
      const plain = { scale, spanGaps: false, gaps: gapsOf(index), points: { show: false } }
      return [
        { ...plain, stroke: `${stroke}`, width: 0.5, alpha: 0.5 },
        { ...plain, stroke: `${stroke}`, width: 0.5, alpha: 0.5 },
        { ...plain, label: series.name, stroke, width: 2, dash },
      ]
    })
    plot = new uPlot(
      {
        ...size,
        legend: { show: false },
        cursor: { drag: { x: true, y: false }, points: { size: 7 } },
        tzDate: (seconds) => uPlot.tzDate(new Date(seconds * 1000), session.site?.timeZone ?? 'UTC'),
        scales: { x: { time: true } },
        series: [{}, ...lines],
        bands: shown.map(({ colour }, index) => ({ series: [3 * index + 2, 3 * index + 1] as uPlot.Band.Bounds, fill: `${colourOf(colour)}44` })),
        axes: [
          { font: FONT, values: HOURS, stroke: colourOf('var(--quiet)'), grid: { stroke: colourOf('var(--grid)') }, ticks: { stroke: colourOf('var(--hairline)') } },
          ...scales.map((scale, index): uPlot.Axis => {
            const one = shown.find(({ series }) => signOf(series, prefs.unit) === scale)!.series
            return {
              scale,
              side: index === 0 ? 3 : 1,
              label: scale,
              labelFont: FONT,
              font: FONT,
              size: 58,
              stroke: colourOf('var(--quiet)'),
              grid: { show: index === 0, stroke: colourOf('var(--grid)') },
              ticks: { stroke: colourOf('var(--hairline)') },
              values: (_u, values) => values.map((value) => fixed(value, Math.min(QUANTITIES[one.quantity].digits, Math.abs((values[1] ?? 1) - (values[0] ?? 0)) >= 1 ? 0 : 2))),
            }
          }),
        ],
        hooks: {
          drawClear: [behind],
          draw: [above],
          setSelect: [
            (u) => {
              if (u.select.width > 8) onzoom(new Date(u.posToVal(u.select.left, 'x') * 1000), new Date(u.posToVal(u.select.left + u.select.width, 'x') * 1000))
              u.setSelect({ left: 0, top: 0, width: 0, height: 0 }, false)
            },
          ],
          setCursor: [(u) => oncursor(u.cursor.idx ?? null)],
        },
      },
      data(),
      place!,
    )
  }

  $effect(() => {
    void [shown, keep, marks, prefs.unit, prefs.theme, width]
    if (!place || shown.length === 0) return
    build()
    return () => {
      plot?.destroy()
      plot = null
    }
  })

  /** The cursor moves by keys as it does by the pointer. */
  function key(event: KeyboardEvent) {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -10, PageDown: 10 }[event.key]
    if (by === undefined || !plot) return
    event.preventDefault()
    const last = plot.data[0].length - 1
    const next = Math.max(0, Math.min(last, (plot.cursor.idx ?? last) + by))
    plot.setCursor({ left: plot.valToPos(plot.data[0][next]!, 'x'), top: HEIGHT / 2 })
    oncursor(next)
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div class="plot" bind:this={place} bind:clientWidth={width} role="group" tabindex="0" aria-label={label} onkeydown={key}></div>

<style>
  .plot {
    min-width: 0;
    min-height: 380px;
    overflow: hidden;
  }

  .plot :global(.u-label),
  .plot :global(.uplot) {
    font-family: inherit;
  }

  .plot :global(.u-select) {
    background: var(--cooling);
    opacity: 0.2;
  }

  .plot :global(.u-cursor-x),
  .plot :global(.u-cursor-y) {
    border-color: var(--quiet);
  }
</style>
