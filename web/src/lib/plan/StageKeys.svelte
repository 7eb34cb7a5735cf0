<script lang="ts">
  /** What to press when a stage begins: worked out and rehearsed by the server, taken over with one press. */
  import { api, dataOf } from '../api/client'
  import type { BatchView, ChamberView, StageKeysView } from '../api/types'
  import { session } from '../session.svelte'
  import { fixed } from '../units'
  import { Work } from '../parts/work.svelte'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    batch: BatchView
    stage: { id: string; name: string }
    ontaken: (chamber: ChamberView) => void
  }
  let { batch, stage, ontaken }: Props = $props()
  const work = new Work()
  let found = $state.raw<StageKeysView | null>(null)
  let taken = $state(false)
  const path = $derived({ id: batch.id, stageId: stage.id })
  const look = () => work.run(async () => void (found = await dataOf(api.get('/batches/{id}/stages/{stageId}/keys', { params: { path } }))))
  const takeOver = () =>
    work.run(async () => {
      const offered = found!.controllers.filter((each) => each.obstacle === null && each.keys.length > 0)
      const controllers = offered.map(({ controllerId, basedOn, values }) => ({ controllerId, basedOn, values }))
      ontaken(await dataOf(api.post('/batches/{id}/stages/{stageId}/take-over', { params: { path }, body: { version: found!.version, controllers } })))
      taken = true
    })
  const offers = $derived(found?.controllers.some((each) => each.obstacle === null && each.keys.length > 0) ?? false)
</script>

{#if !found}
  <p><button class="link" onclick={look} disabled={work.busy}>{work.busy ? 'Rehearsing …' : `What to press for ${stage.name}`}</button></p>
{:else}
  <div class="keys">
    <h4>What to press for {stage.name}</h4>
    {#each found.controllers as each (each.controllerId)}
      <p><b>{each.controller}</b>{each.fits ? '' : ': what lives there does not stay inside what it wants all day, whatever is keyed'}</p>
      {#if each.obstacle}<p class="small">
          <span class="mark mind" aria-hidden="true">▲</span>This has not proven right in the rehearsal and is not offered. Open Settings and look for yourself.
        </p>
      {:else if each.keys.length === 0}<p class="small">Nothing: what is keyed in stays.</p>
      {:else}
        <table>
          <caption class="sr-only">Keys that change on {each.controller}</caption>
          <thead><tr><th scope="col">Key</th><th scope="col">now</th><th scope="col">then</th></tr></thead>
          <tbody>
            {#each each.keys as key (key.parameter)}
              <tr>
                <th scope="row">{key.label}</th><td class="mono">{key.from === null ? '–' : fixed(key.from, 1)}</td>
                <td class="mono">
                  {fixed(key.to, 1)}{#if key.steps.length > 0}<br /><span class="small"
                      >slowly: {key.steps.map((step) => `${fixed(step.value, 1)} after ${fixed(step.afterHours, 1)} h`).join(', ')}</span
                    >{/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    {/each}
    {#each found.cannot as each (each)}<p class="small">Cannot be told: {each}</p>{/each}
    {#if taken}<p role="status"><span class="mark well" aria-hidden="true">■</span>Saved. <a href="/chambers/{batch.chamberId}/card">Key the card in</a></p>
    {:else if session.mayPlan}
      <p class="acts">
        <button class="button main" onclick={takeOver} disabled={work.busy}>{offers ? 'Save as new settings, to be keyed in' : 'The plan goes to this stage'}</button>
        <button class="link small" onclick={() => (found = null)}>Leave it</button>
      </p>
    {:else}<p class="small quiet">A lead saves them.</p>{/if}
  </div>
{/if}
<Trouble of={work.trouble} />

<style>
  .keys {
    display: grid;
    gap: 6px;
    padding: 8px 0 8px 12px;
    border-left: 5px solid var(--keep-edge);
  }

  h4 {
    margin: 0;
    font-size: var(--text);
  }

  th,
  td {
    padding: 3px 18px 3px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    font-weight: 400;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }
</style>
