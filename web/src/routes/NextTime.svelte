<script lang="ts">
  /** A batch looked back on, on one page: wanted, set, measured, done, came out, and what to have otherwise. */
  import { isTemperature } from '../lib/quantities'
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { NextTimeView } from '../lib/api/types'
  import { Work } from '../lib/parts/work.svelte'
  import { titleOf } from '../lib/plan/words'
  import { prefs } from '../lib/prefs.svelte'
  import BettermentPanel from '../lib/review/BettermentPanel.svelte'
  import { among } from '../lib/review/outcome'
  import { differenceOf, levelOf, ORDER, said } from '../lib/review/words'
  import { duration, fixed } from '../lib/units'
  import { when } from '../lib/when'

  let { id, batch }: { id: string; batch: string } = $props()
  const work = new Work()
  let found = $state.raw<NextTimeView | null>(null)
  const one = $derived(found?.outcome ?? null)
  const missed = $derived((found?.tasks ?? []).filter((each) => each.doneAt === null && each.overdue))
  const done = $derived((found?.tasks ?? []).filter((each) => each.doneAt !== null))
  /** What was governed by: the display of a controller before any other temperature. */
  const governed = $derived(found?.measured.find((each) => isTemperature(each.unit) && each.wantedLow !== null) ?? null)
  const harmed = $derived((found?.measured ?? []).filter((each) => each.exposure?.harmedAt))
  const outOfBand = $derived((found?.measured ?? []).filter((each) => (each.figures?.inBandShare ?? 1) < 0.95))

  onMount(
    () =>
      void work.run(async () => void (found = await dataOf(api.get('/chambers/{chamberId}/batches/{batchId}/next-time', { params: { path: { chamberId: id, batchId: batch } } })))),
  )
</script>

<svelte:head><title>{found ? `${found.batch.name}: next time` : 'Next time'} · Kiln Ward</title></svelte:head>

<header class="masthead">
  <p><a href="/chambers/{id}/review">{found ? `${found.batch.chamber}: Review` : 'Review'}</a></p>
  <h1>{found ? `${found.batch.name}: next time` : 'Next time'}</h1>
</header>
<div class="page">
  {#if work.trouble}<p class="error" role="alert">{work.trouble.detail}</p>
  {:else if !found}<p class="quiet">Fetching what was kept of it …</p>
  {:else}
    <p class="quiet">
      {found.batch.guide}, {found.batch.pieces} set on {when(one?.startsAt ?? found.measuredFrom, 'longDay')}{found.batch.endedAt
        ? `, ended ${when(found.batch.endedAt, 'longDay')}`
        : ', still in'}.
      <button class="link small no-print" onclick={() => print()}>Print</button>
    </p>

    <section aria-labelledby="out-title">
      <h2 id="out-title">Came out</h2>
      {#if !one}<p class="quiet">It has not begun.</p>
      {:else}
        <p>
          {one.hatched} hatched or up of {one.set} set; {one.takenOut} taken out, {one.died} died{one.open > 0 ? `, of ${one.open} nothing is written down` : ''}.
          {#if one.ofSet}<b>{among(one.ofSet)}</b> of those set{one.ofFertile ? `, ${among(one.ofFertile)} of those left in` : ''}.{/if}
          {#if one.daysToFirst !== null && one.daysToLast !== null}First after {fixed(one.daysToFirst, 1)} days, last after {fixed(one.daysToLast, 1)}.{/if}
        </p>
        {#if one.endNote}<p class="quiet">“{one.endNote}”</p>{/if}
      {/if}
    </section>

    <section aria-labelledby="measured-title">
      <h2 id="measured-title">Wanted and measured</h2>
      {#if found.measured.length === 0}<p class="quiet">Nothing was measured meanwhile.</p>
      {:else}
        <p class="sentence">
          {#if harmed.length > 0}<span class="mark act" aria-hidden="true">◆</span><b>Harm was borne: {harmed.map((each) => each.name).join(', ')}.</b>
          {:else if outOfBand.length > 0}<span class="mark act" aria-hidden="true">◆</span><b>Out of band: {outOfBand.map((each) => each.name).join(', ')}.</b>
          {:else}<span class="mark well" aria-hidden="true">■</span><b>In band nearly all the time, wherever it was measured.</b>{/if}
        </p>
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <div class="wide" role="region" aria-label="Wanted and measured" tabindex="0">
          <table class="found">
            <thead
              ><tr
                ><th scope="col">Where</th><th scope="col">wanted</th><th scope="col">mean</th><th scope="col">lowest, highest</th><th scope="col">in band</th><th scope="col"
                  >measured</th
                ></tr
              ></thead
            >
            <tbody>
              {#each found.measured as each (each.seriesId)}
                {@const f = each.figures!}
                <tr>
                  <th scope="row">{each.name}</th>
                  <td class="mono"
                    >{each.wantedLow === null || each.wantedHigh === null
                      ? ''
                      : `${levelOf(each.wantedLow, each.unit, prefs.unit)} to ${levelOf(each.wantedHigh, each.unit, prefs.unit)}`}</td
                  >
                  <td class="mono">{levelOf(f.mean, each.unit, prefs.unit)}</td>
                  <td class="mono">{levelOf(f.lowest, each.unit, prefs.unit)}, {levelOf(f.highest, each.unit, prefs.unit)}</td>
                  <td class="mono">{f.inBandShare === null ? '' : `${f.inBandShare >= 0.95 ? '■' : '◆'} ${fixed(100 * f.inBandShare, 0)} %`}</td>
                  <td class="mono">{fixed(100 * f.coverage, 0)} %</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        {#each found.measured as each (each.seriesId)}
          {#each each.exposure?.harmedAt ? each.borne.filter((limit) => limit.boreS > 0) : [] as limit (limit.side + limit.level)}
            <p>
              <span class="mark act" aria-hidden="true">◆</span>{each.name}: {limit.side === 'HIGH' ? 'at or above' : 'at or below'}
              {levelOf(limit.level, each.unit, prefs.unit)} for {duration(limit.boreS)} at a stretch.
            </p>
          {/each}
          {#if each.seen.length > 0}
            <p class="small">
              {each.name}: {[...each.seen]
                .sort((a, b) => ORDER.indexOf(a.sign) - ORDER.indexOf(b.sign))
                .map((sight) => said(sight, each.unit, prefs.unit).title.toLowerCase())
                .join('; ')}{each.figures!.swing === null ? '' : `; a cycle swings ${differenceOf(each.figures!.swing, each.unit, prefs.unit)}`}.
            </p>
          {/if}
        {/each}
        {#if one && found.measuredFrom !== one.startsAt}<p class="small quiet">Looked at from {when(found.measuredFrom, 'day')} on: a review takes 92 days at most.</p>{/if}
      {/if}
    </section>

    <section aria-labelledby="set-title">
      <h2 id="set-title">Set</h2>
      {#if found.set.length === 0}<p class="quiet">No settings were saved for it.</p>{/if}
      <ul>
        {#each found.set as each (each.controller + each.settings.number)}
          <li>
            {each.controller}, settings {each.settings.number}, saved {when(each.settings.savedAt, 'minute')} by {each.settings.author}: {each.settings.reason}{each.until
              ? `; until ${when(each.until, 'minute')}`
              : ''}
          </li>
        {/each}
      </ul>
    </section>

    <section aria-labelledby="done-title">
      <h2 id="done-title">Done</h2>
      <p>
        {found.tasks.length === 0 ? 'No tasks were planned for it' : `${done.length} of ${found.tasks.length} tasks done`}{found.written.length > 0
          ? `, ${found.written.length} entries in the log`
          : ''}.
        {#if missed.length > 0}<span class="mark act" aria-hidden="true">▲</span>Not done: {missed
            .slice(0, 8)
            .map((each) => `${titleOf(each)} (${when(each.dueAt, 'minute')})`)
            .join(', ')}{missed.length > 8 ? ` and ${missed.length - 8} more` : ''}.{/if}
      </p>
    </section>

    <section aria-labelledby="next-title">
      <h2 id="next-title">To have otherwise</h2>
      <p class="quiet">Each is rehearsed with the box as it is planned and keyed now, and goes into the plan or the settings that the next batch begins with.</p>
      <BettermentPanel chamberId={id} measured={governed} what={[]} ontaken={() => undefined} />
    </section>
  {/if}
</div>

<style>
  .page {
    padding: 18px 22px 40px;
  }

  section {
    padding-top: 14px;
  }
</style>
