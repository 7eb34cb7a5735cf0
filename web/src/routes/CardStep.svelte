<script lang="ts">
  import { type DisplayUnit } from '../lib/held'
  import { when } from '../lib/when'
  import type { Parameter } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import ControllerForm from '../lib/chamber/ControllerForm.svelte'
  import CardWalk from '../lib/chamber/CardWalk.svelte'
  import Renewed from '../lib/chamber/Renewed.svelte'
  import { session } from '../lib/session.svelte'
  import { does, leftAlone, shownValue } from '../lib/chamber/doing'
  import { keyUnit, MEANINGS } from '../lib/chamber/meanings'

  let { draft }: { draft: ChamberDraft } = $props()
  /** The controller that is gone through key by key. */
  let walking = $state<string | null>(null)

  /** Devices that are several controllers, with all their keys in the order of the whole. */
  const devices = $derived(
    [...new Set(draft.plan.controllers.flatMap((each) => each.device ?? []))]
      .map((name) => {
        const parts = draft.plan.controllers.filter((each) => each.device === name)
        const keys = parts.flatMap((controller) => {
          const values = draft.settingsOf(controller.id)?.values ?? {}
          const unit: DisplayUnit = values['UNIT'] === undefined ? controller.profile.unit : values['UNIT'] < 0.5 ? 'C' : 'F'
          return controller.profile.keys.filter((key) => key.lowest < key.highest).map((key) => ({ key, controller, unit, value: values[key.parameter] }))
        })
        return {
          name,
          parts,
          keys: keys
            .map((each, at) => ({ each, at }))
            .sort((a, b) => (a.each.key.place ?? 1000 + a.at) - (b.each.key.place ?? 1000 + b.at))
            .map(({ each }) => each),
        }
      })
      .filter((device) => device.parts.length > 1),
  )
  const written = (iso: string) => when(iso, 'longMoment')

  /** What the controller does with what is saved; nothing while something else is being typed. */
  const keyedOf = (controllerId: string) => (draft.changedKeys > 0 ? null : (draft.answer?.settings.find((each) => each.controllerId === controllerId) ?? null))
</script>

{#each devices as device (device.name)}
  <article class="card" aria-label="All keys of {device.name}">
    <header>
      <h2>{device.name}</h2>
      <p class="quiet">One device, {device.parts.length} controllers: its keys in its own order.</p>
    </header>
    <ol>
      {#each device.keys as { key, controller, unit, value }, index (controller.id + key.parameter)}
        <li>
          <span class="number quiet">{index + 1}</span>
          <span class="label"><b>{key.label}</b> <span class="quiet small">{controller.name}: {MEANINGS[key.parameter].name}</span></span>
          <span class="value"><span class="mono">{value === undefined ? '—' : shownValue(key, value)}</span> <span class="quiet">{keyUnit(key.parameter, unit)}</span></span>
          <span class="tick" aria-hidden="true"></span>
        </li>
      {/each}
    </ol>
  </article>
{/each}
{#each draft.plan.controllers as controller (controller.id)}
  {@const saved = draft.settingsOf(controller.id)}
  {@const unit = saved?.values['UNIT'] === undefined ? controller.profile.unit : saved.values['UNIT'] < 0.5 ? 'C' : 'F'}
  {@const keyed = keyedOf(controller.id)}
  {@const told = (parameter: Parameter) => (keyed && saved ? does(parameter, controller.profile, saved.values, keyed, unit) : '')}
  <article class="card" aria-labelledby="card-{controller.id}">
    <header>
      <h2 id="card-{controller.id}">{controller.name}</h2>
      {#if saved}
        <p class="quiet">
          {draft.view.plan.name} · settings {saved.number} · {saved.author}, {written(saved.savedAt)}
        </p>
        <p>
          {saved.reason}{#if saved.checkId}{' '}<a href="/chambers/{draft.id}/check">The check it rests on</a>{/if}
        </p>
        {@const keying = draft.keyingOf(controller.id)}
        <p>
          {#if !keying}<span class="mark mind" aria-hidden="true">▲</span>Nobody has recorded yet that it was keyed in.
          {:else if keying.number !== saved.number}<span class="mark mind" aria-hidden="true">▲</span>Settings {saved.number} are not keyed in: the device was last given settings {keying.number},
            by {keying.author}, {written(keying.keyedAt)}.
          {:else if keying.differs.length > 0}<span class="mark act" aria-hidden="true">◆</span>Keyed in by {keying.author}, {written(keying.keyedAt)}, but it showed other values
            for {keying.differs.map((each) => controller.profile.keys.find((key) => key.parameter === each)?.label ?? MEANINGS[each].name).join(', ')}.
          {:else}<span class="mark well" aria-hidden="true">■</span>Keyed in by {keying.author}, {written(keying.keyedAt)}; it read back as wanted.{/if}
        </p>
      {/if}
    </header>
    {#if !saved}
      <p>
        Nothing has been saved for this controller yet.
        <a href="/chambers/{draft.id}/settings">Go to the settings</a>, then save them with a reason.
      </p>
    {:else}
      {#if draft.changedKeys > 0}
        <p class="notice no-print"><span class="mark mind" aria-hidden="true">▲</span>This is settings {saved.number} as saved. Your unsaved changes are not on it.</p>
      {/if}
      <p class="caution small">
        Plug appliances in with the power off. This is a planner, not a safety device: an independent cut-out and an alarm that is heard protect the animals.
      </p>
      {#if walking === controller.id}
        <CardWalk {draft} {controller} {saved} {unit} {keyed} mayKey={session.mayKey} does={told} onclose={() => (walking = null)} />
      {:else}
        <p class="no-print"><button class="button main" onclick={() => (walking = controller.id)}>Key it in, one value at a time</button></p>
        {#if session.mayPlan}<Renewed {draft} {controller} />{/if}
      {/if}
      <div class="whole" class:away={walking === controller.id}>
        {#if controller.profile.howToSet}<p><b>To change a value:</b> {controller.profile.howToSet}</p>{/if}
        <ol>
          {#each controller.profile.keys.filter((each) => each.lowest < each.highest) as key, index (key.parameter)}
            {@const value = saved.values[key.parameter]}
            <li>
              <span class="number quiet">{index + 1}</span>
              <span class="label"><b>{key.label}</b> <span class="quiet small">{MEANINGS[key.parameter].name}</span></span>
              <span class="value">
                <span class="mono">{value === undefined ? '—' : shownValue(key, value)}</span>
                <span class="quiet">{keyUnit(key.parameter, unit)}</span>
              </span>
              <span class="does small quiet">
                {told(key.parameter)}
                {#if key.factory !== null}From the factory: {`${shownValue(key, key.factory)} ${keyUnit(key.parameter, controller.profile.unit)}`.trim()}.{/if}
              </span>
              <span class="tick" aria-hidden="true"></span>
            </li>
          {/each}
        </ol>
        <p><b>To keep it:</b> {controller.profile.howToSave || 'Write down in “Your controller” below how it saves.'} {leftAlone(controller.profile)}</p>
        <p><b>Then read every value back</b> and tick it off: a change that was not saved looks just like one that was.</p>
        <p class="no-print row">
          <button class="button" onclick={() => print()}>Print the card</button>
          <a class="button" href="/api/v1/chambers/{draft.id}/controllers/{controller.id}/card.pdf" target="_blank">Card as PDF</a>
        </p>
      </div>
    {/if}
  </article>
  <details class="no-print">
    <summary>Your controller: labels, steps and styles</summary>
    <ControllerForm {draft} {controller} disabled={!session.mayPlan} />
  </details>
{:else}
  <p>This chamber has no controller yet. <a href="/chambers/{draft.id}/chamber">Add one in the chamber</a>.</p>
{/each}

<style>
  .card {
    display: grid;
    gap: 10px;
    max-width: 760px;
  }

  header {
    padding-bottom: 8px;
    border-bottom: 3px solid var(--ink);
  }

  .whole {
    display: grid;
    gap: 10px;
  }

  @media screen {
    .away {
      display: none;
    }
  }

  .notice {
    padding: 8px 12px;
    border: 1px solid var(--edge);
    background: var(--sheet);
  }

  .caution {
    color: var(--quiet);
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: grid;
    grid-template-columns: 28px minmax(0, 1.2fr) minmax(130px, 0.8fr) minmax(0, 1.6fr) 30px;
    align-items: center;
    gap: 8px;
    min-height: 54px;
    padding: 4px 0;
    border-bottom: 1px solid var(--hairline);
    break-inside: avoid;
  }

  .label b {
    font-size: var(--large);
  }

  .value {
    text-align: right;
    padding-right: 12px;
  }

  .value .mono {
    font-size: 28px;
  }

  .tick {
    display: none;
  }

  details {
    margin-top: 24px;
    padding-top: 8px;
    border-top: 1px solid var(--hairline);
  }

  summary {
    min-height: var(--target);
    font-weight: 700;
    cursor: pointer;
  }

  @media (max-width: 700px) {
    li {
      grid-template-columns: 26px minmax(0, 1fr) auto;
    }

    .value .mono {
      font-size: 32px;
    }

    .does {
      grid-column: 2 / 4;
    }
  }

  @media print {
    .tick {
      display: block;
      width: 20px;
      height: 20px;
      border: 1.5px solid #000;
    }

    .value .mono {
      font-size: 26px;
    }
  }
</style>
