<script lang="ts">
  /** Trays, eggs or jars through chamber, bench and greenhouse: where it jams, how many to start each week, what one more shelf would do, and what it costs. */
  import { onMount } from 'svelte'
  import { api, asTyped, dataOf } from '../lib/api/client'
  import type { CapacityAnswer, SpreadAnswer } from '../lib/api/types'
  import { Work } from '../lib/parts/work.svelte'
  import { fixed } from '../lib/units'
  import Trouble from '../lib/parts/Trouble.svelte'
  import NumberInput from '../lib/parts/NumberInput.svelte'

  interface Place {
    name: string
    places: number | null
    days: number | null
    spreadDays: number | null
    shelfPlaces: number | null
  }
  /** Common practice, no source: twelve trays a week, a week in the cabinet and four on the bench. */
  let stages = $state<Place[]>([
    { name: 'Germination cabinet', places: 24, days: 8.5, spreadDays: 1.5, shelfPlaces: 12 },
    { name: 'Bench', places: 48, days: 28, spreadDays: 3, shelfPlaces: 12 },
  ])
  let starts = $state<number | null>(12)
  let weeks = $state<number | null>(26)
  let lossPct = $state<number | null>(5)
  let means = $state.raw<CapacityAnswer | null>(null)
  let spread = $state.raw<SpreadAnswer | null>(null)
  let cost = $state({ build: 150, yearsOfUse: 10, weeksAYear: 20, kWhPerWeek: 4, pricePerKWh: 0.3, thingsPerYear: 240 })
  let costs = $state.raw<{ perWeek: number; perYear: number; perThing: number; buildShare: number } | null>(null)
  const work = new Work()
  const money = new Work()
  const reckon = () =>
    work.run(async () => {
      const common = { startsPerWeek: starts, weeks, lossPct }
      const plain = stages.map(({ name, places, days }) => ({ name, places, days }))
      means = await dataOf(api.post('/calc/capacity', { body: asTyped({ ...common, stages: plain }) }))
      spread = await dataOf(api.post('/calc/capacity-spread', { body: asTyped({ ...common, stages, seed: 1 }) }))
    })
  // What stands in the form is an example: its answer shows what is told.
  onMount(() => void reckon())
  const reckonCost = () => money.run(async () => void (costs = await dataOf(api.post('/calc/running-cost', { body: asTyped({ ...cost }) }))))
  const error = (i: number, field: string) => work.at(`stages[${i}].${field}`)
  const most = (i: number) => Math.max(stages[i]!.places ?? 0, ...(spread?.stages[i]?.highByWeek ?? []), 1)
</script>

<svelte:head><title>How many to start · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/calendar">Calendar</a></p>
  <h1>How many to start each week</h1>
</header>
<div class="page">
  <form
    aria-label="The way through"
    onsubmit={(event) => {
      event.preventDefault()
      void reckon()
    }}
  >
    <div class="wide">
      <table>
        <thead>
          <tr
            ><th scope="col">Place</th><th scope="col">Places</th><th scope="col">Days there</th><th scope="col">Spread ± days</th><th scope="col">One more shelf</th><th
              scope="col"
            ></th></tr
          >
        </thead>
        <tbody>
          {#each stages as stage, i (i)}
            <tr>
              <td><input aria-label="Name of place {i + 1}" bind:value={stage.name} maxlength="60" required /></td>
              <td><NumberInput label="Places of {stage.name}" bind:value={stage.places} min={0} whole required error={error(i, 'places')} /></td>
              <td><NumberInput label="Days in {stage.name}" bind:value={stage.days} min={0.1} required error={error(i, 'days')} /></td>
              <td><NumberInput label="Spread of days in {stage.name}" bind:value={stage.spreadDays} min={0} required error={error(i, 'spreadDays')} /></td>
              <td><NumberInput label="Places of one more shelf of {stage.name}" bind:value={stage.shelfPlaces} min={1} whole placeholder="none" /></td>
              <td
                >{#if stages.length > 1}<button class="link small" type="button" onclick={() => stages.splice(i, 1)}>Remove</button>{/if}</td
              >
            </tr>
            {#each ['places', 'days', 'spreadDays', 'shelfPlaces'] as field (field)}{#if error(i, field)}<tr
                  ><td colspan="6"><p class="error">{stage.name}: {error(i, field)}</p></td></tr
                >{/if}{/each}
          {/each}
        </tbody>
      </table>
    </div>
    <p class="row">
      <button class="link small" type="button" onclick={() => stages.push({ name: 'Greenhouse', places: 100, days: 21, spreadDays: 4, shelfPlaces: null })}>Another place</button>
    </p>
    <p class="row">
      <label>Started each week <NumberInput bind:value={starts} min={0} whole required /></label>
      <label>for weeks <NumberInput bind:value={weeks} min={1} max={156} whole required /></label>
      <label>lost by the end of the first, % <NumberInput bind:value={lossPct} min={0} max={100} required /></label>
      <button class="button main" disabled={work.busy}>{work.busy ? 'Reckoning …' : 'Reckon'}</button>
    </p>
    {#each ['startsPerWeek', 'weeks', 'lossPct'] as field (field)}{#if work.at(field)}<p class="error">{work.at(field)}</p>{/if}{/each}
    <Trouble of={work.trouble} atFields />
  </form>
  {#if means && spread}
    <section aria-live="polite">
      <p class="sentence">
        {#if spread.jamsAt}<span class="mark act" aria-hidden="true">◆</span><b>It jams at {spread.jamsAt}.</b>
          {spread.startsThatFlow === 0 ? 'Not even one a week flows.' : `Start ${spread.startsThatFlow} a week, and it flows in nine courses of ten.`}
        {:else}<span class="mark well" aria-hidden="true">■</span><b>It flows.</b>
          {spread.startsThatFlow < spread.mostTried ? `Up to ${spread.startsThatFlow} a week would.` : `So would ${spread.mostTried} a week; more than that was not tried.`}{/if}
      </p>
      {#if means.jamsAt === null && spread.jamsAt}<p class="small">On means it would fit; days differ and come together.</p>{/if}
      {#each spread.withMore as each (each.name)}
        <p>
          With {each.addedPlaces} more places at {each.name}: {each.startsThatFlow} a week{each.startsThatFlow > spread.startsThatFlow
            ? ''
            : spread.startsThatFlow < spread.mostTried
              ? '. That alone does not help'
              : ', and more was not tried'}.
        </p>
      {/each}
      {#each spread.stages as each, i (i)}
        <figure>
          <figcaption>
            <b>{each.name}</b>: {fixed(each.meanOccupied, 0)} inside in the mean; the most {each.usualPeak} usually, {each.highPeak} in nine of ten, of {stages[i]!.places} places{each.jamShare >
            0
              ? `; turns something away in ${each.jamShare < 0.01 ? 'fewer than 1' : fixed(100 * each.jamShare, 0)} % of the courses`
              : ''}
          </figcaption>
          <svg
            viewBox="0 0 {each.highByWeek.length * 10} 60"
            preserveAspectRatio="none"
            role="img"
            aria-label="{each.name}: the most inside each week, usual and in nine of ten courses"
          >
            {#each each.highByWeek as high, w (w)}<rect x={w * 10 + 1} y={60 - (56 * high) / most(i)} width="8" height={(56 * high) / most(i)} fill="var(--keep-strong)" />{/each}
            {#each each.usualByWeek as usual, w (w)}<rect x={w * 10 + 1} y={60 - (56 * usual) / most(i)} width="8" height={(56 * usual) / most(i)} fill="var(--keep-edge)" />{/each}
            <line
              x1="0"
              x2={each.highByWeek.length * 10}
              y1={60 - (56 * (stages[i]!.places ?? 0)) / most(i)}
              y2={60 - (56 * (stages[i]!.places ?? 0)) / most(i)}
              stroke="var(--alarm)"
              stroke-dasharray="6 4"
              vector-effect="non-scaling-stroke"
              stroke-width="2"
            />
          </svg>
        </figure>
      {/each}
      <details>
        <summary class="small">Week by week, on means</summary>
        <div class="wide">
          <table>
            <thead
              ><tr
                ><th scope="col">Week</th>{#each stages as each, i (i)}<th scope="col">{each.name}</th>{/each}<th scope="col">Turned away</th></tr
              ></thead
            >
            <tbody
              >{#each means.weeks as each (each.week)}<tr
                  ><th scope="row">{each.week}</th>{#each each.occupied as inside, i (i)}<td class="mono">{fixed(inside, 1)}</td>{/each}<td class="mono"
                    >{fixed(each.turnedAway, 1)}</td
                  ></tr
                >{/each}</tbody
            >
          </table>
        </div>
      </details>
      <p class="small quiet">Drawn {spread.runs} times from one seed: the same question has the same answer.</p>
    </section>
  {/if}
  <section>
    <h2>What it costs</h2>
    <form
      class="row"
      aria-label="What it costs"
      onsubmit={(event) => {
        event.preventDefault()
        void reckonCost()
      }}
    >
      <label>Build <NumberInput bind:value={cost.build} min={0} required /></label>
      <label>over years <NumberInput bind:value={cost.yearsOfUse} min={0.1} required /></label>
      <label>weeks a year <NumberInput bind:value={cost.weeksAYear} min={0.1} max={53} required /></label>
      <label>kWh a week <NumberInput bind:value={cost.kWhPerWeek} min={0} required /></label>
      <label>price a kWh <NumberInput bind:value={cost.pricePerKWh} min={0} required /></label>
      <label>out of it a year <NumberInput bind:value={cost.thingsPerYear} min={1} required /></label>
      <button class="button" disabled={money.busy}>Reckon</button>
    </form>
    {#if money.trouble}<p class="error" role="alert">
        {money.trouble.errors[0] ? `${money.trouble.errors[0].field} ${money.trouble.errors[0].allowed}` : money.trouble.detail}
      </p>{/if}
    {#if costs}
      <p role="status">
        <b>{fixed(costs.perThing, 2)} for each that comes out</b>; {fixed(costs.perWeek, 2)} of energy a running week, {fixed(costs.perYear, 2)} a year, {fixed(
          100 * costs.buildShare,
          0,
        )} % of it the build.
      </p>
    {/if}
    <p class="small quiet">How much a chamber draws a day stands on its Settings page; times seven it is a week.</p>
  </section>
</div>

<style>
  .page,
  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 10px;
  }

  .page {
    gap: 18px;
    padding: 16px 22px;
    max-width: 1000px;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
  }

  .row label {
    display: grid;
    gap: 2px;
    font-size: var(--small);
  }

  .row :global(.number),
  td :global(.number) {
    width: 96px;
  }

  .wide {
    overflow-x: auto;
  }

  th,
  td {
    padding: 4px 10px 4px 0;
    text-align: left;
  }

  .sentence {
    font-size: var(--large);
  }

  figure {
    margin: 0;
  }

  svg {
    width: 100%;
    height: 90px;
    background: var(--sheet);
    border-bottom: 2px solid var(--ink);
  }
</style>
