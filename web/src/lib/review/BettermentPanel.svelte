<script lang="ts">
  /** What would better a box, rehearsed beside the box as it is and beside what was measured. */
  import { isTemperature } from '../quantities'
  import { api, dataOf } from '../api/client'
  import type { BettermentList, ChamberView, LogReview } from '../api/types'
  import { Work } from '../parts/work.svelte'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { difference, fixed, level } from '../units'
  import { caution, OBSTACLES, said, type What } from './betterment'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    chamberId: string
    /** What happened; null where nothing was measured. */
    measured: LogReview | null
    /** What to try; everything there is where it is empty. */
    what: What[]
    /** Whether something is typed that would be in the way of taking one over. */
    typed?: boolean
    ontaken: (view: ChamberView) => void
  }
  let { chamberId, measured, what, typed = false, ontaken }: Props = $props()
  const id = $props.id()
  const work = new Work()
  let found = $state.raw<BettermentList | null>(null)
  let chosen = $state<What | null>(null)
  let reason = $state('')
  let taken = $state('')
  const figures = $derived(measured && isTemperature(measured.unit) ? measured.figures : null)
  const at = (valueC: number) => level(valueC + (measured?.toOccupantK ?? 0), prefs.unit)

  export function rehearse() {
    void work.run(async () => {
      taken = ''
      chosen = null
      found = await dataOf(api.get('/chambers/{chamberId}/betterments', { params: { path: { chamberId }, query: { what } } }))
    })
  }

  const takeOver = () =>
    work.run(async () => {
      const body = { what: chosen!, mark: found!.mark, reason: reason.trim() }
      const view = await dataOf(api.post('/chambers/{chamberId}/betterments/take-over', { params: { path: { chamberId } }, body }))
      taken = found!.tried.find((each) => each.what === chosen)!.keyed
        ? 'Saved as settings. Key them in from the card, and read them back.'
        : 'Put into the plan. Now do it to the box.'
      found = null
      reason = ''
      ontaken(view)
    })
</script>

<div class="betterment">
  <button class="button" onclick={rehearse} disabled={work.busy}>{what.length > 0 ? 'Rehearse what would mend it' : 'Rehearse what would better it'}</button>
  {#if work.busy}<span class="quiet" role="status">Rehearsing a day of the room with each change …</span>{/if}
  <Trouble of={work.trouble} />
  {#if taken}<p role="status"><span class="mark well" aria-hidden="true">■</span>{taken}</p>{/if}
  {#if found && found.tried.length === 0}
    <p><span class="mark none" aria-hidden="true">□</span>Nothing that was tried betters a day of this room, as it is planned and keyed now.</p>
  {:else if found?.now}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="wide" role="region" aria-label="Rehearsed beside what happened" tabindex="0">
      <table class="found">
        <thead
          ><tr
            ><th scope="col">At the occupant</th><th scope="col">mean</th><th scope="col">lowest, highest</th><th scope="col">swing</th><th scope="col">in band</th><th scope="col"
              >an hour</th
            ></tr
          ></thead
        >
        <tbody>
          {#if figures}
            <tr
              ><th scope="row">Measured</th><td class="mono">{at(figures.mean)}</td><td class="mono">{at(figures.lowest)}, {at(figures.highest)}</td><td class="mono"
                >{figures.swing === null ? '' : difference(figures.swing, prefs.unit)}</td
              ><td class="mono">{figures.inBandShare === null ? '' : `${fixed(100 * figures.inBandShare, 0)} %`}</td><td class="mono"
                >{figures.cyclesPerHour === null ? '' : fixed(figures.cyclesPerHour, 1)}</td
              ></tr
            >
          {/if}
          {#each [{ name: 'Rehearsed as it is', effect: found.now, view: null }, ...found.tried.map( (view) => ({ name: said(view, prefs.unit), effect: view.then, view }) )] as row (row.name)}
            <tr>
              <th scope="row">
                {#if row.view === null}{row.name}
                {:else if row.view.obstacle}<span class="quiet">{row.name}, {OBSTACLES[row.view.obstacle]}.</span>
                {:else}
                  {#if session.mayPlan}<label class="choice"><input type="radio" name="{id}-what" value={row.view.what} bind:group={chosen} /> <span>{row.name}.</span></label
                    >{:else}{row.name}.{/if}
                  {#if caution(row.view.what)}<span class="small quiet">{caution(row.view.what)}</span>{/if}
                {/if}
              </th>
              <td class="mono">{level(row.effect.meanC, prefs.unit)}</td>
              <td class="mono">{level(row.effect.lowestC, prefs.unit)}, {level(row.effect.highestC, prefs.unit)}</td>
              <td class="mono">{difference(row.effect.swingK, prefs.unit)}</td>
              <td class="mono">{fixed(100 * row.effect.inBandShare, row.effect.inBandShare > 0.995 && row.effect.inBandShare < 1 ? 1 : 0)} %</td>
              <td class="mono">{fixed(row.effect.perHour, 1)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="small quiet">A day of the room as planned, coldest to warmest. Offered is only what betters something, worsens nothing and stands every finding.</p>
    {#if chosen}
      <form
        onsubmit={(event) => {
          event.preventDefault()
          void takeOver()
        }}
      >
        <label class="reason">Why <input bind:value={reason} minlength="3" maxlength="300" required /></label>
        <button class="button main" disabled={work.busy || typed} title={typed ? 'Save or undo what is typed first' : undefined}
          >{found.tried.find((each) => each.what === chosen)?.keyed ? 'Save as settings' : 'Put it into the plan'}</button
        >
      </form>
    {/if}
  {/if}
</div>

<style>
  .betterment {
    padding: 4px 0;
  }

  .wide {
    overflow-x: auto;
    padding-top: 8px;
  }

  tbody th {
    max-width: 420px;
    font-weight: 400;
  }

  .choice {
    display: flex;
    gap: 8px;
    align-items: center;
  }

  .choice input {
    flex: none;
  }

  th .small {
    display: block;
  }

  form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 10px 18px;
    padding-top: 8px;
  }

  .reason {
    display: grid;
    flex: 1 1 240px;
    gap: 2px;
  }
</style>
