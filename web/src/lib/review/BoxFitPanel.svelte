<script lang="ts">
  /** What a box really is, learned from the stretch of its log that is looked at, and taken over into its plan. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { FitList, SeriesView } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import { Work } from '../parts/work.svelte'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { difference, fixed } from '../units'
  import { when } from '../when'
  import { amount, between, driftOf, experimentOf, thing, untoldOf } from './fit'
  import Residuals from './Residuals.svelte'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    draft: ChamberDraft
    all: SeriesView[]
    /** The series that is looked at, and the stretch of it. */
    seriesId: string
    from: string
    to: string
  }
  let { draft, all, seriesId, from, to }: Props = $props()
  const id = $props.id()
  const work = new Work()
  let found = $state.raw<FitList | null>(null)
  let shownId = $state('')
  let room = $state<number | null>(null)
  let roomSeries = $state('')
  let watts = $state('')
  let cold = $state(false)
  let reason = $state('')
  let taken = $state('')
  const one = $derived(all.find((each) => each.id === seriesId))
  const learns = $derived(one?.quantity === 'TEMPERATURE' && (one.probeId !== null || one.controllerId !== null))
  const temperatures = $derived(all.filter((each) => each.quantity === 'TEMPERATURE' && each.id !== seriesId && each.probeId === null && each.controllerId === null))
  const powers = $derived(all.filter((each) => each.quantity === 'POWER'))
  const shown = $derived(found?.fits.find((each) => each.id === shownId) ?? null)
  const days = $derived((Date.parse(to) - Date.parse(from)) / 86_400_000)
  const news = $derived(shown !== null && shown.fits && shown.estimates.some((each) => each.differs))

  const path = () => ({ path: { chamberId: draft.id } })
  const load = () => work.run(async () => void (found = await dataOf(api.get('/chambers/{chamberId}/fits', { params: path() }))))
  onMount(() => {
    const planned = draft.plan.room
    room = planned ? (planned.coldestC + planned.warmestC) / 2 : 20
    void load()
  })

  const learn = () =>
    work.run(async () => {
      taken = ''
      const body = {
        seriesId,
        from,
        to,
        roomC: roomSeries === 'typed' ? room : null,
        roomSeriesId: roomSeries === 'typed' ? null : roomSeries || null,
        wattsSeriesId: watts || null,
        cold,
      }
      const made = await dataOf(api.post('/chambers/{chamberId}/fits', { params: path(), body }))
      found = await dataOf(api.get('/chambers/{chamberId}/fits', { params: path() }))
      shownId = made.id
    })

  const takeOver = () =>
    work.run(async () => {
      const body = { version: draft.view.version, reason: reason.trim() }
      draft.checked(await dataOf(api.post('/chambers/{chamberId}/fits/{fitId}/take-over', { params: { path: { chamberId: draft.id, fitId: shownId } }, body })))
      reason = ''
      taken = 'The plan is what was learned. Rehearsals, faults and forecasts go by it from now on; look at the findings once more.'
    })
</script>

<section aria-labelledby="{id}-title">
  <h2 id="{id}-title">What the box really is</h2>
  {#each found?.drifts ?? [] as each (each.parameter)}
    {@const words = driftOf(each)}
    <p class="sentence"><span class="mark act" aria-hidden="true">◆</span><b>{words.title}, since {when(each.since, 'day')}.</b> {words.act}</p>
  {/each}
  {#if !learns}
    <p class="quiet">
      A box is learned from a temperature that is tied to a probe, or to a controller's display. Choose such a series above, or tie this one on <a href="/chambers/{draft.id}/run"
        >Run</a
      >.
    </p>
  {:else if !session.may('KEEPER')}
    <p class="quiet">A keeper can learn the box from this stretch of its log.</p>
  {:else if days > 4.01}
    <p class="quiet">Choose three days or less above: the box is learned from one stretch without a hole in it.</p>
  {:else}
    <p class="quiet">
      The rehearsal is run along this stretch and the box changed until it goes where the log went. Nothing must have happened in it but heating: no lid opened, nothing put in.
    </p>
    <form
      class="ask"
      onsubmit={(event) => {
        event.preventDefault()
        void learn()
      }}
    >
      <label
        >Room by <select bind:value={roomSeries}>
          <option value="">its plan: coldest to warmest</option>
          <option value="typed">one temperature</option>
          {#each temperatures as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
        </select></label
      >
      {#if roomSeries === 'typed'}<NumberField label="Room meanwhile" kind="level" value={room} onchange={(value) => (room = value)} error={work.at('roomC')} digits={1} />{/if}
      <label
        >Heater on by <select bind:value={watts}>
          <option value="">the readings rising</option>
          {#each powers as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
        </select></label
      >
      <label class="check"><input type="checkbox" bind:checked={cold} /> Switched on at its beginning, cold</label>
      <button class="button" disabled={work.busy}>Learn the box</button>
      {#if work.busy}<span class="quiet" role="status">Rehearsing along the log …</span>{/if}
    </form>
  {/if}
  <Trouble of={work.trouble} />
  {#if taken}<p role="status"><span class="mark well" aria-hidden="true">■</span>{taken}</p>{/if}

  {#if found && found.fits.length > 0}
    <label class="earlier"
      >Learned <select bind:value={shownId}>
        <option value="">choose one</option>
        {#each found.fits as each (each.id)}<option value={each.id}>{when(each.from, 'minute')} to {when(each.to, 'minute')}, {each.author}</option>{/each}
      </select></label
    >
  {/if}
  {#if shown}
    <p class="sentence">
      {#if shown.fits}<span class="mark well" aria-hidden="true">■</span><b
          >A box of the planned kind goes as this log went, to {difference(shown.rmsK, prefs.unit, 2)}; as planned it is {difference(shown.plannedRmsK, prefs.unit, 2)} off.</b
        >
      {:else}<span class="mark act" aria-hidden="true">◆</span><b>No box of the planned kind goes as this log went.</b> Something happened that neither the plan nor the log of the heating
        says: a lid, another appliance, another room. Take another stretch: nothing is learned from this one.{/if}
    </p>
    {#if shown.fits}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
      <div class="wide" role="region" aria-label="What was learned" tabindex="0">
        <table class="found">
          <thead
            ><tr><th scope="col"></th><th scope="col">planned</th><th scope="col">learned</th><th scope="col">19 times in 20 between</th><th scope="col">room 1 K warmer</th></tr
            ></thead
          >
          <tbody>
            {#each shown.estimates as each (each.parameter)}
              <tr>
                <th scope="row">{each.differs ? '▲' : '■'} {thing(each.parameter).name}</th>
                <td class="mono">{amount(each.parameter, each.planned)}</td>
                <td class="mono">{amount(each.parameter, each.value)}</td>
                <td class="mono">{between(each.parameter, each.low, each.high)}</td>
                <td class="mono"
                  >{Math.abs(each.perRoomK) < 0.005
                    ? 'the same'
                    : `${each.perRoomK > 0 ? '+' : '−'}${fixed(Math.abs(each.perRoomK) * 100, 0)} ${thing(each.parameter).scale === 100 ? 'points' : '%'}`}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <p class="small quiet">
        ▲ other than planned, ■ as planned as far as this log tells. Compared: {shown.readings} readings; the heater was taken to be on by {shown.byWatts
          ? 'its watts'
          : 'the readings rising'}.
      </p>
    {/if}
    <Residuals off={shown.off} />
    {#if shown.fits && shown.untold.length > 0}
      <p>Not told by this log, and held to the plan: {shown.untold.map(untoldOf).join('; ')}.</p>
    {/if}
    {#if shown.fits && shown.experiments.length > 0}
      <h3>What would tell it</h3>
      <ul>
        {#each shown.experiments.slice(0, 3) as each (each.kind)}<li>{experimentOf(each, prefs.unit)}</li>{/each}
      </ul>
    {/if}
    {#if news && session.mayPlan}
      <form
        class="ask"
        onsubmit={(event) => {
          event.preventDefault()
          void takeOver()
        }}
      >
        <label class="reason">Why the plan is changed to it <input bind:value={reason} maxlength="300" required minlength="3" /></label>
        <button class="button main" disabled={work.busy || draft.planDirty} title={draft.planDirty ? 'Save or undo what is typed in the plan first' : undefined}
          >Put it into the plan</button
        >
      </form>
    {/if}
  {/if}
</section>

<style>
  section {
    padding-top: 22px;
  }

  .check,
  .earlier {
    display: flex;
    gap: 8px;
    align-items: center;
    padding-bottom: 8px;
  }

  .earlier {
    flex-wrap: wrap;
  }

  select {
    max-width: 100%;
  }

  .reason {
    flex: 1 1 240px;
  }
</style>
