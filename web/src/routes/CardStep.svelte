<script lang="ts">
  import type { KeyPlan, Parameter } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import ControllerForm from '../lib/chamber/ControllerForm.svelte'
  import CardWalk from '../lib/chamber/CardWalk.svelte'
  import { session } from '../lib/session.svelte'
  import { decimalsOf, fixed } from '../lib/units'
  import { keyUnit, PARAMETER_NAMES, unitSign, type DisplayUnit } from '../lib/words'

  let { draft }: { draft: ChamberDraft } = $props()
  /** The controller that is gone through key by key. */
  let walking = $state<string | null>(null)

  function shown(key: KeyPlan, value: number): string {
    return key.words.length === 2 ? (key.words[Math.round(value)] ?? '') : fixed(value, decimalsOf(key.step))
  }

  const written = (iso: string) =>
    new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short', timeZone: session.site?.timeZone ?? 'UTC' }).format(new Date(iso))

  /** What a key does, for the card: only what is saved is told, never what is still being typed. */
  function does(parameter: Parameter, controllerId: string, unit: DisplayUnit): string {
    const keyed = draft.answer?.settings.find((each) => each.controllerId === controllerId)
    if (!keyed || draft.changedKeys > 0) return ''
    const digits = decimalsOf(keyed.resolution)
    const of: Partial<Record<Parameter, typeof keyed.points>> = {
      SET_VALUE: keyed.points,
      ON_AT: keyed.points,
      OFF_AT: keyed.points,
      DIFFERENTIAL: keyed.points.slice(0, 1),
      LOWER_DIFFERENTIAL: keyed.points.slice(1),
    }
    const told = (of[parameter] ?? []).map(({ onAt, offAt }) => {
      const raises = offAt > onAt
      const what = unit === 'RH' ? (raises ? 'Moistening' : 'Drying') : raises ? 'Heat' : 'Cooling'
      return `${what} comes on at ${fixed(onAt, digits)} and stops at ${fixed(offAt, digits)} ${unitSign(unit)}.`
    })
    if (told.length > 0) return told.join(' ')
    if (parameter === 'HIGH_ALARM') return 'It sounds at this and above.'
    if (parameter === 'LOW_ALARM') return 'It sounds at this and below.'
    return ''
  }

  /** What to try once everything is keyed in, and what must happen then. */
  function trials(controllerId: string, unit: DisplayUnit): string[] {
    const keyed = draft.answer?.settings.find((each) => each.controllerId === controllerId)
    const saved = draft.settingsOf(controllerId)
    if (!keyed || !saved) return []
    const digits = decimalsOf(keyed.resolution)
    const at = (value: number) => `${fixed(value, digits)} ${unitSign(unit)}`
    const [up, down] = unit === 'RH' ? ['Breathe on the probe', 'Let it dry in a draught'] : ['Warm the probe in your hand, or in a warm dry cloth where a hand is not enough', 'Cool it in a damp cloth']
    const rising = keyed.points.map(({ onAt, offAt }) => (offAt > onAt ? `its output must stop at ${at(offAt)}` : `its output must start at ${at(onAt)}`))
    const falling = keyed.points.map(({ onAt, offAt }) => (offAt > onAt ? `its output must start at ${at(onAt)}` : `its output must stop at ${at(offAt)}`))
    const { HIGH_ALARM: high, LOW_ALARM: low } = saved.values
    if (high !== undefined) rising.push(`it must sound at ${at(high)}`)
    if (low !== undefined) falling.push(`it must sound at ${at(low)}`)
    return [`${up}: ${rising.join('; ')}.`, `${down}: ${falling.join('; ')}. A delay keyed in comes on top.`, 'Force each output once and feel that the right appliance answers. Then set it back to automatic.']
  }
</script>

{#each draft.plan.controllers as controller (controller.id)}
  {@const saved = draft.settingsOf(controller.id)}
  {@const unit = saved?.values['UNIT'] === undefined ? controller.profile.unit : saved.values['UNIT'] < 0.5 ? 'C' : 'F'}
  <article class="card" aria-labelledby="card-{controller.id}">
    <header>
      <h2 id="card-{controller.id}">{controller.name}</h2>
      {#if saved}
        <p class="quiet">
          {draft.view.plan.name} · settings {saved.number} · {saved.author}, {written(saved.savedAt)}
        </p>
        <p>{saved.reason}</p>
        {@const keying = draft.keyingOf(controller.id)}
        <p>
          {#if !keying}<span class="mark mind" aria-hidden="true">▲</span>Nobody has recorded yet that it was keyed in.
          {:else if keying.number !== saved.number}<span class="mark mind" aria-hidden="true">▲</span>Settings {saved.number} are not keyed in: the device was last given settings {keying.number}, by {keying.author}, {written(keying.keyedAt)}.
          {:else if keying.differs.length > 0}<span class="mark act" aria-hidden="true">◆</span>Keyed in by {keying.author}, {written(keying.keyedAt)}, but it showed other values for {keying.differs.map((each) => controller.profile.keys.find((key) => key.parameter === each)?.label ?? PARAMETER_NAMES[each]).join(', ')}.
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
        Plug appliances in with the power off. This is a planner, not a safety device: an independent cut-out and an alarm
        that is heard protect the animals.
      </p>
      {#if walking === controller.id}
        <CardWalk {draft} {controller} {saved} {unit} mayKey={session.mayKey} show={shown} does={(parameter) => does(parameter, controller.id, unit)} trials={trials(controller.id, unit)} onclose={() => (walking = null)} />
      {:else}
        <p class="no-print"><button class="button main" onclick={() => (walking = controller.id)}>Key it in, one value at a time</button></p>
      {/if}
      <div class="whole" class:away={walking === controller.id}>
      {#if controller.profile.howToSet}<p><b>To change a value:</b> {controller.profile.howToSet}</p>{/if}
      <ol>
        {#each controller.profile.keys as key, index (key.parameter)}
          {@const value = saved.values[key.parameter]}
          <li>
            <span class="number quiet">{index + 1}</span>
            <span class="label"><b>{key.label}</b> <span class="quiet small">{PARAMETER_NAMES[key.parameter]}</span></span>
            <span class="value">
              <span class="mono">{value === undefined ? '—' : shown(key, value)}</span>
              <span class="quiet">{keyUnit(key.parameter, unit)}</span>
            </span>
            <span class="does small quiet">
              {does(key.parameter, controller.id, unit)}
              {#if key.factory !== null}From the factory: {shown(key, key.factory)}.{/if}
            </span>
            <span class="tick" aria-hidden="true"></span>
          </li>
        {/each}
      </ol>
      <p><b>To keep it:</b> {controller.profile.howToSave || 'Write down in “Your controller” below how it saves.'}</p>
      <p><b>Then read every value back</b> and tick it off: a change that was not saved looks just like one that was.</p>
      <p class="no-print"><button class="button" onclick={() => print()}>Print the card</button></p>
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
