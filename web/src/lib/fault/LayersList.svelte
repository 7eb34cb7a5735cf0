<script lang="ts">
  /** What each further layer would take away, and what hangs on one alarm or one link. */
  import type { FaultAnswer, LayerAnswer } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { prefs } from '../prefs.svelte'
  import { level, timeLeft } from '../units'
  import { LAYERS, SHARED } from './words'

  let {
    draft,
    answer,
    layers,
    layer = $bindable(),
  }: {
    draft: ChamberDraft
    answer: FaultAnswer
    /** null while they are tried. */
    layers: LayerAnswer[] | null
    /** The layer that is looked at; empty for none. */
    layer: string
  } = $props()
</script>

{#if layers}
  <ul class="layers">
    {#each layers as each (each.layer)}
      <li>
        <label
          ><input type="radio" name="layer" value={each.layer} bind:group={layer} />
          <span
            ><b>{LAYERS[each.layer]}</b>: {each.harmsGone === 0
              ? 'takes no harm away here'
              : `${each.harmsGone} ${each.harmsGone === 1 ? 'fault no longer harms' : 'faults no longer harm'}`}{each.harmsNew > 0
              ? `, ${each.harmsNew} new`
              : ''}{#if each.changed.length > each.harmsGone + each.harmsNew}, {each.changed.length}
              {each.changed.length === 1 ? 'verdict changes' : 'verdicts change in all'}{/if}.{#if each.shared.length > 0}{' '}<span class="quiet small"
                >Shared cause: {each.shared.map((cause) => SHARED[cause]).join('; ')}.</span
              >{/if}</span
          ></label
        >
      </li>
    {/each}
  </ul>
  {#if layer}<p><button class="link small" onclick={() => (layer = '')}>Show the box as planned again</button></p>{/if}
{:else}<p class="quiet">Adding each layer in turn …</p>{/if}
{#each Object.entries(answer.deaf).filter(([, count]) => count > 0) as [id, count] (id)}
  <p class="small">
    <span class="mark mind" aria-hidden="true">▲</span>Were the alarm of {draft.plan.controllers.find((each) => each.id === id)?.name ?? 'a controller'} muted, {count === 1
      ? 'one more fault'
      : `${count} more faults`} would harm unseen.
  </p>
{/each}
{#each answer.links as link (link.controllerId)}
  <p class="small">
    If {link.name} lost its outlets: off comes to {level(link.offC, prefs.unit)}{link.offHarmS === null ? ', no harm' : `, harm in ${timeLeft(link.offHarmS)}`}; on comes to {level(
      link.onC,
      prefs.unit,
    )}{link.onHarmS === null ? ', no harm' : `, harm in ${timeLeft(link.onHarmS)}`}. <b>{link.onIsRight ? 'Fail-on' : 'Fail-off'} is right here.</b>
  </p>
{/each}

<style>
  .layers {
    display: grid;
    gap: 6px;
    margin: 0 0 10px;
    padding: 0;
    list-style: none;
  }

  .layers label {
    display: flex;
    gap: 10px;
    align-items: start;
    min-height: 32px;
  }

  .layers input {
    flex: none;
  }
</style>
