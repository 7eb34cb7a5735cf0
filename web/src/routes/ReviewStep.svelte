<script lang="ts">
  /** What was measured, looked back on: how it was, what it shows, and what to look at. */
  import { isTemperature } from '../lib/quantities'
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../lib/api/client'
  import type { Chart, HistoryView as CheckHistory, LogReview, SeriesView } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import ImportPanel from '../lib/live/ImportPanel.svelte'
  import Plot from '../lib/live/Plot.svelte'
  import BettermentPanel from '../lib/review/BettermentPanel.svelte'
  import BoxFitPanel from '../lib/review/BoxFitPanel.svelte'
  import OutcomePanel from '../lib/review/OutcomePanel.svelte'
  import { Work } from '../lib/parts/work.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { differenceOf, levelOf, ORDER, said, SURE, untold } from '../lib/review/words'
  import { duration, fixed, kelvinTo, toKelvin } from '../lib/units'
  import { when } from '../lib/when'
  import Trouble from '../lib/parts/Trouble.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const work = new Work()
  const SPANS = [
    ['1', 'day'],
    ['3', 'three days'],
    ['7', 'week'],
    ['30', 'thirty days'],
    ['90', 'ninety days'],
  ] as const
  let all = $state.raw<SeriesView[] | null>(null)
  let chosen = $state('')
  let days = $state('3')
  let until = $state('')
  let review = $state.raw<LogReview | null>(null)
  let chart = $state.raw<Chart | null>(null)
  const fit = $derived((all ?? []).filter((each) => each.quantity === 'TEMPERATURE' || each.quantity === 'RELATIVE_HUMIDITY'))
  const one = $derived(fit.find((each) => each.id === review?.seriesId) ?? null)
  const seen = $derived([...(review?.seen ?? [])].sort((a, b) => ORDER.indexOf(a.sign) - ORDER.indexOf(b.sign)))
  const marks = $derived(
    seen.flatMap((each, index) => (isAboutAll(each) ? [] : each.where).map((span) => ({ at: Date.parse(span.from) / 1000, sign: String(index + 1), tone: 'quiet' as const }))),
  )

  const harmed = $derived(review?.exposure?.harmedAt ?? null)
  const kept = $derived(!harmed && (review?.figures?.inBandShare ?? 0) >= 0.95)

  const load = () =>
    work.run(async () => {
      all = await dataOf(api.get('/chambers/{chamberId}/series', { params: { path: { chamberId: draft.id } } }))
      if (!fit.some((each) => each.id === chosen))
        chosen = fit.find((each) => each.controllerId !== null && each.latest)?.id ?? fit.find((each) => each.latest)?.id ?? fit[0]?.id ?? ''
      if (chosen) await look()
    })
  onMount(() => void load())

  async function look() {
    const last = fit.find((each) => each.id === chosen)?.latest?.at
    const to = until === '' ? new Date(last ?? Date.now()) : new Date(until)
    const from = new Date(to.getTime() - Number(days) * 86_400_000)
    await fetched(from, to)
  }

  const fetched = (from: Date, to: Date) =>
    work.run(async () => {
      const query = { from: from.toISOString(), to: to.toISOString() }
      const [found, drawn] = await Promise.all([
        dataOf(api.get('/chambers/{chamberId}/series/{seriesId}/review', { params: { path: { chamberId: draft.id, seriesId: chosen }, query } })),
        dataOf(api.get('/series/{id}/chart', { params: { path: { id: chosen }, query: { ...query, buckets: 900 } } })),
      ])
      const past = await history(found.seriesId)
      // Together, so that nothing that is shown moves away under a finger.
      review = found
      checked = past
      chart = drawn as Chart
    })
  /** What checks say of the display that was logged: whether what creeps is the box or the sensor. */
  let checked = $state.raw<CheckHistory | null>(null)
  async function history(seriesId: string): Promise<CheckHistory | null> {
    const shown = fit.find((each) => each.id === seriesId)
    if (!shown?.controllerId) return null
    const path = { chamberId: draft.id, controllerId: shown.controllerId, offsetKey: shown.quantity === 'TEMPERATURE' ? ('OFFSET' as const) : ('HUMIDITY_OFFSET' as const) }
    try {
      return await dataOf(api.get('/chambers/{chamberId}/controllers/{controllerId}/checks/{offsetKey}/history', { params: { path } }))
    } catch (failed) {
      // A device without such a key has no such checks.
      if (failed instanceof Problem) return null
      throw failed
    }
  }
  /** A difference of that display, in its own unit as it is kept. */
  const signed = (of: number) => {
    const kelvin = checked!.unit === 'F' ? toKelvin('F', of) : of
    return `${kelvin < 0 ? '−' : '+'}${differenceOf(Math.abs(kelvin), review!.unit, prefs.unit)}`
  }
  /** Whether it is about the whole log, and no place in it is the place to look at. */
  const isAboutAll = (sight: LogReview['seen'][number]) =>
    sight.where.length === 1 && Date.parse(sight.where[0]!.to) - Date.parse(sight.where[0]!.from) > 0.6 * (Date.parse(review!.to) - Date.parse(review!.from))
  const share = (of: number) => `${fixed(100 * of, of > 0.995 && of < 1 ? 1 : 0)} %`
</script>

<Trouble of={work.trouble} />
{#if all === null}
  {#if !work.trouble}<p class="quiet">Fetching what was measured …</p>{/if}
{:else if fit.length === 0}
  <p class="sentence"><span class="mark none" aria-hidden="true">□</span><b>Nothing was measured here yet.</b></p>
  <p>
    Add a device and a series on <a href="/chambers/{draft.id}/run">Run</a>, or take in a logger's file below. A review takes thirty readings at least, and is best over some days.
  </p>
{:else}
  <form
    class="ask"
    onsubmit={(event) => {
      event.preventDefault()
      void look()
    }}
  >
    <label
      >Series <select bind:value={chosen}>
        {#each fit as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
      </select></label
    >
    <label
      >Over a <select bind:value={days}>
        {#each SPANS as [value, name] (value)}<option {value}>{name}</option>{/each}
      </select></label
    >
    <label>until <input type="datetime-local" bind:value={until} /></label>
    <button class="button main" disabled={work.busy}>Look back</button>
    {#if work.busy}<span class="quiet" role="status">Looking …</span>{/if}
  </form>

  {#if review && !review.figures}
    <p class="sentence"><span class="mark none" aria-hidden="true">□</span><b>Nothing was measured from {when(review.from, 'minute')} to {when(review.to, 'minute')}.</b></p>
  {:else if review?.figures && one}
    {@const f = review.figures}
    {#if harmed}
      <p class="sentence">
        <span class="mark act" aria-hidden="true">◆</span><b>{one.name}: the time beyond the danger limits added up to harm by {when(harmed, 'minute')}.</b> Look at the animals or plants,
        not only at the box.
      </p>
    {:else if (review.exposure?.largestDose ?? 0) >= 0.1}
      <p class="sentence">
        <span class="mark act" aria-hidden="true">◆</span><b>The time beyond the danger limits added up to {share(review.exposure?.largestDose ?? 0)} of what harms.</b>
      </p>
    {/if}
    <p class="sentence">
      <span class="mark {f.inBandShare === null ? 'none' : kept ? 'well' : 'act'}" aria-hidden="true">{f.inBandShare === null ? '□' : kept ? '■' : '◆'}</span><b
        >{#if f.inBandShare === null}{levelOf(f.lowest, review.unit, prefs.unit)} to {levelOf(f.highest, review.unit, prefs.unit)}.
        {:else}In band {share(f.inBandShare)} of the time{f.outOfBandS > 0 ? `, out of it for ${duration(f.outOfBandS)}` : ''}.{/if}</b
      >
      {#if seen.length > 0}{seen.length === 1 ? 'One thing' : `${seen.length} things`} to look at.{:else if f.count >= 30}Nothing else to see in it.{/if}
    </p>
    {#if chart}
      <Plot
        shown={[{ series: one, chart, colour: 'var(--ink)', dash: [] }]}
        keep={review.wantedLow !== null && review.wantedHigh !== null ? { low: review.wantedLow, high: review.wantedHigh } : null}
        {marks}
        label="Chart of {review.name}; what was seen is listed below with its times"
        onzoom={(from, to) => void fetched(from, to)}
        oncursor={() => undefined}
      />
    {/if}
    <p class="small quiet">
      {review.name}, {when(review.from, 'minute')} to {when(review.to, 'minute')}, {review.singly ? 'reading by reading' : 'by the mean of each minute'}.
      {#if review.wantedLow !== null && review.wantedHigh !== null}Wanted there {levelOf(review.wantedLow, review.unit, prefs.unit)} to {levelOf(
          review.wantedHigh,
          review.unit,
          prefs.unit,
        )}, as planned now{Math.abs(review.toOccupantK) >= 0.05
          ? `; at the occupant it is ${differenceOf(Math.abs(review.toOccupantK), review.unit, prefs.unit)} ${review.toOccupantK > 0 ? 'more' : 'less'}`
          : ''}.{/if}
    </p>

    {#each review.together as each (each.one + each.other)}
      <p>
        <span class="mark act" aria-hidden="true">▲</span><b>{each.one} and {each.other} drew power at once for {share(each.share)} of the time in which either did.</b> If one
        warms and the other cools, or one moistens and the other dries, they fight: widen the rest zone between them. <a href="/chambers/{draft.id}/settings">Open settings</a>
      </p>
    {/each}
    {#if seen.length > 0}
      <section aria-labelledby="seen-title">
        <h2 id="seen-title">What it shows</h2>
        <ol class="seen">
          {#each seen as each (each.sign)}
            {@const words = said(each, review.unit, prefs.unit)}
            <li>
              <h3>{words.title} <span class="small quiet">{SURE[each.sure]}</span></h3>
              <p>{words.says}</p>
              {#if !isAboutAll(each)}
                <p class="small">
                  {#each each.where.slice(0, 4) as span, index (index)}{index > 0 ? ', ' : ''}<button
                      class="link"
                      onclick={() =>
                        void fetched(new Date(Date.parse(span.from) - 3 * 3_600_000), new Date(Math.min(Date.parse(span.to) + 3 * 3_600_000, Date.parse(review!.to) + 3_600_000)))}
                      >{when(span.from, 'minute')}</button
                    >{/each}{each.where.length > 4 ? ` and ${each.where.length - 4} more` : ''}
                </p>
              {/if}
              <p>{words.act} <a href="/chambers/{draft.id}/{words.step}">Open {words.step}</a></p>
              {#if each.improvedBy.length > 0}
                <BettermentPanel chamberId={draft.id} measured={review} what={each.improvedBy} typed={draft.dirty} ontaken={(view) => draft.checked(view)} />
              {/if}
            </li>
          {/each}
        </ol>
      </section>
    {/if}

    <section aria-labelledby="figures-title">
      <h2 id="figures-title">How it was</h2>
      <table class="found">
        <tbody>
          <tr><th scope="row">Mean</th><td class="mono">{levelOf(f.mean, review.unit, prefs.unit)}</td></tr>
          <tr><th scope="row">Lowest and highest</th><td class="mono">{levelOf(f.lowest, review.unit, prefs.unit)}, {levelOf(f.highest, review.unit, prefs.unit)}</td></tr>
          {#if f.swing !== null}<tr><th scope="row">Swing of a cycle</th><td class="mono">{differenceOf(f.swing, review.unit, prefs.unit)}</td></tr>{/if}
          {#if f.periodS !== null}<tr><th scope="row">A cycle takes</th><td class="mono">{duration(f.periodS)}, {share(f.riseShare ?? 0)} of it rising</td></tr>{/if}
          <tr
            ><th scope="row">Rises and falls of more than a tenth of the range</th><td class="mono"
              >{f.cycles}{f.cyclesPerHour === null ? '' : `, ${fixed(f.cyclesPerHour, 1)} an hour`}</td
            ></tr
          >
          {#if f.inBandShare !== null && isTemperature(review.unit)}<tr
              ><th scope="row">Too cool, too warm</th><td class="mono"
                >{fixed(kelvinTo(prefs.unit, f.doseLow), 1)} and {fixed(kelvinTo(prefs.unit, f.doseHigh), 1)} °{prefs.unit}·h</td
              ></tr
            >{/if}
          <tr
            ><th scope="row">Measured</th><td class="mono"
              >{f.count} readings, {share(f.coverage)} of the time{f.gaps.length === 0 ? '' : f.gaps.length === 1 ? ', one gap' : `, ${f.gaps.length} gaps`}</td
            ></tr
          >
          {#if checked}
            <tr
              ><th scope="row">Its display, by its checks</th><td class="mono"
                >{checked.found.length === 0 ? 'never checked' : `${signed(checked.found.at(-1)!.remaining)} left on ${when(checked.found.at(-1)!.at, 'day')}`}{checked.drift
                  ? `, its error moves ${signed(checked.drift.perDay * 30)} a month`
                  : ''}{checked.due.due ? '; ▲ a check is due' : ''}</td
              ></tr
            >
          {/if}
          {#each review.working as each (each.seriesId)}
            <tr><th scope="row">{each.name} on</th><td class="mono">{share(each.onShare)} of the time, {fixed(each.perHour, 1)} times an hour</td></tr>
          {/each}
          {#each review.borne as each (each.side + each.level)}
            <tr
              ><th scope="row">{each.side === 'HIGH' ? 'At or above' : 'At or below'} {levelOf(each.level, review.unit, prefs.unit)} at the occupant</th><td class="mono"
                >{#if each.boreS === 0}■ never{:else}{each.boreS >= each.allowedS ? '◆' : '▲'}
                  {duration(each.boreS)} at a stretch; {each.allowedS === 0 ? 'harms at once' : `${duration(each.allowedS)} can be borne`}{/if}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </section>
    <p class="small quiet untold">Cannot be told from this log: {untold(review).join('; ')}.</p>
  {/if}
{/if}

{#if all !== null && review?.figures}<BoxFitPanel {draft} {all} seriesId={review.seriesId} from={review.from} to={review.to} />{/if}
{#if all !== null}<ImportPanel chamberId={draft.id} series={all} ontaken={() => void load()} />{/if}
<OutcomePanel chamberId={draft.id} />

<style>
  .seen {
    display: grid;
    gap: 12px;
    padding-left: 22px;
  }

  .seen h3 {
    font-size: 1rem;
  }

  section {
    padding-top: 14px;
  }

  .untold {
    padding-top: 10px;
  }

  th {
    min-width: 110px;
    font-weight: 400;
  }

  td {
    white-space: normal;
  }
</style>
