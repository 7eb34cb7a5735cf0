<script lang="ts">
  import { kindOf } from '../api/catalogue'
  import type { ControllerPlan, KeyPlan, Parameter } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'
  import type { ChamberDraft } from './draft.svelte'
  import { freshKey, MEANINGS, offers, outlets, PARAMETERS } from './meanings'

  let {
    draft,
    controller,
    path,
    change,
    setKeys,
  }: {
    draft: ChamberDraft
    controller: ControllerPlan
    /** Where its profile stands in the plan, as refusals name it. */
    path: string
    change: (action: () => void) => void
    /** Puts other keys in, with what follows from them. */
    setKeys: (keys: KeyPlan[]) => void
  } = $props()
  const id = $props.id()
  const law = $derived(controller.profile.law)
  const has = (parameter: Parameter) => controller.profile.keys.some((key) => key.parameter === parameter)
  const fresh = (parameter: Parameter): KeyPlan => freshKey(parameter, controller.profile)
  const free = $derived(
    PARAMETERS.filter(
      (each) =>
        !has(each) &&
        offers(law, each) &&
        !(each === 'DIRECTION' && has('LOWER_DIFFERENTIAL')) &&
        !(each === 'LOWER_DIFFERENTIAL' && has('ON_AT')) &&
        !(each === 'SECOND_OUTPUT_MODE' && outlets(controller).length < 2),
    ),
  )
  let added = $state<Parameter | ''>('')
  /** The key behind which another is put; at the end where none is chosen. */
  let behind = $state<Parameter | ''>('')
  /** Keys that come and go together. */
  const TOGETHER: Parameter[][] = [
    ['DAY_FROM', 'DAY_TO'],
    ['PULSE_ON', 'PULSE_REST'],
    ['SECOND_PULSE_ON', 'SECOND_PULSE_REST'],
    ['LIGHT_BELOW', 'LIGHT_DELAY'],
  ]

  function add(parameter: Parameter) {
    const all = TOGETHER.find((each) => each.includes(parameter)) ?? [parameter]
    const { keys } = controller.profile
    const at = behind === '' ? keys.length : keys.findIndex((key) => key.parameter === behind) + 1
    setKeys([...keys.slice(0, at), ...all.filter((each) => !has(each)).map(fresh), ...keys.slice(at)])
  }

  /** What is fixed in the device stands at one value and is on no card. */
  function fix(key: KeyPlan, fixed: boolean) {
    const value = draft.keyed[controller.id]?.[key.parameter] ?? key.lowest
    const usual = fresh(key.parameter)
    key.lowest = fixed ? value : usual.lowest
    key.highest = fixed ? value : usual.highest
  }

  function setWords(key: KeyPlan, text: string) {
    key.words = text
      .split('\n')
      .map((each) => each.trim())
      .filter(Boolean)
      .slice(0, 12)
    if (key.words.length > 0) Object.assign(key, { step: 1, lowest: 0, highest: key.words.length - 1, offAt: null })
  }

  function move(at: number, by: number) {
    const keys = [...controller.profile.keys]
    const [key] = keys.splice(at, 1)
    keys.splice(at + by, 0, key!)
    controller.profile.keys = keys
  }
</script>

<div class="scroll">
  <table>
    <caption class="sr-only">Keys in the order they are gone through</caption>
    <thead>
      <tr><th>Order</th><th>What it means</th><th>Label on the device</th><th>Step</th><th>Lowest</th><th>Highest</th><th>Factory</th><th></th><th></th></tr>
    </thead>
    <tbody>
      {#each controller.profile.keys as key, at (key.parameter)}
        {@const row = `${path}.keys[${at}]`}
        {@const name = MEANINGS[key.parameter].name}
        <tr>
          <td>
            <button class="arrow" aria-label="Move {name} up" disabled={at === 0} onclick={() => change(() => move(at, -1))}>↑</button>
            <button class="arrow" aria-label="Move {name} down" disabled={at === controller.profile.keys.length - 1} onclick={() => change(() => move(at, 1))}>↓</button>
          </td>
          <td>{name}</td>
          <td>
            <input
              aria-label="Label for {name}"
              maxlength="40"
              bind:value={key.label}
              oninput={() => draft.replan()}
              aria-invalid={draft.error(`${row}.label`) ? 'true' : undefined}
            />
            {#if draft.error(`${row}.label`)}<p class="error">{draft.error(`${row}.label`)}</p>{/if}
          </td>
          {#if key.words.length > 0}
            <td colspan="4" class="words">
              {#each [...key.words.keys()] as choice (choice)}
                <input aria-label="Word {choice + 1} of {name}" maxlength="20" bind:value={key.words[choice]} oninput={() => draft.replan()} />
              {/each}
            </td>
          {:else}
            {#each ['step', 'lowest', 'highest'] as const as field (field)}
              <td><NumberField label="" digits={3} value={key[field]} error={draft.error(`${row}.${field}`)} onchange={(value) => change(() => (key[field] = value!))} /></td>
            {/each}
            <td
              ><NumberField
                label=""
                digits={3}
                emptyMeans="?"
                value={key.factory}
                error={draft.error(`${row}.factory`)}
                onchange={(value) => change(() => (key.factory = value))}
              /></td
            >
          {/if}
          <td>
            <details class="small">
              <summary>more<span class="sr-only"> of {name}</span></summary>
              {#if key.words.length === 0}
                <NumberField
                  label="Stands for “off” at"
                  digits={3}
                  emptyMeans="never off"
                  value={key.offAt}
                  error={draft.error(`${row}.offAt`)}
                  onchange={(value) => change(() => (key.offAt = value))}
                />
                <label class="check"
                  ><input type="checkbox" checked={key.lowest === key.highest} onchange={(event) => change(() => fix(key, event.currentTarget.checked))} /> fixed in the device, not keyed
                  in</label
                >
                <label for="{id}-also-{key.parameter}">The same key also means</label>
                <select
                  id="{id}-also-{key.parameter}"
                  value={key.also ?? ''}
                  onchange={(event) => change(() => (key.also = (event.currentTarget.value || null) as Parameter | null))}
                >
                  <option value="">nothing else</option>
                  {#each PARAMETERS.filter((each) => each === key.also || (!has(each) && each !== key.parameter && kindOf(each) === kindOf(key.parameter))) as other (other)}<option
                      value={other}>{MEANINGS[other].name}</option
                    >{/each}
                </select>
              {/if}
              {#if key.parameter.startsWith('OTHER_')}
                <label for="{id}-words-{key.parameter}">Its words, one a line</label>
                <textarea id="{id}-words-{key.parameter}" rows="3" value={key.words.join('\n')} onchange={(event) => change(() => setWords(key, event.currentTarget.value))}
                ></textarea>
              {/if}
              {#if controller.device}
                <NumberField
                  label="Place on the whole device"
                  digits={0}
                  emptyMeans="as here"
                  value={key.place}
                  error={draft.error(`${row}.place`)}
                  onchange={(value) => change(() => (key.place = value))}
                />
              {/if}
            </details>
          </td>
          <td
            ><button
              class="link small"
              onclick={() =>
                change(() =>
                  setKeys(controller.profile.keys.filter((each) => each !== key && !TOGETHER.some((all) => all.includes(key.parameter) && all.includes(each.parameter)))),
                )}>Remove<span class="sr-only"> {name}</span></button
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>
{#if draft.error(`${path}.keys`)}<p class="error">{draft.error(`${path}.keys`)}</p>{/if}
{#if free.length > 0}
  <p class="row">
    <label for="{id}-add">Another key, meaning</label>
    <select id="{id}-add" bind:value={added}>
      <option value="">choose</option>
      {#each free as parameter (parameter)}<option value={parameter}>{MEANINGS[parameter].name}</option>{/each}
    </select>
    <label for="{id}-behind">after</label>
    <select id="{id}-behind" bind:value={behind}>
      <option value="">all others</option>
      {#each controller.profile.keys as key (key.parameter)}<option value={key.parameter}>{key.label}</option>{/each}
    </select>
    <button
      class="button"
      disabled={added === ''}
      onclick={() =>
        change(() => {
          if (added !== '') add(added)
          added = ''
        })}>Add it</button
    >
  </p>
{/if}

<style>
  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  .check,
  .row {
    display: flex;
    align-items: center;
    gap: 8px;
    flex-wrap: wrap;
  }

  .scroll {
    overflow-x: auto;
  }

  table {
    border-collapse: collapse;
  }

  th {
    text-align: left;
    font-weight: 400;
    color: var(--quiet);
    font-size: var(--small);
  }

  td {
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--hairline);
    vertical-align: middle;
  }

  td input {
    width: 11em;
  }

  .words input {
    width: 7em;
  }

  .arrow {
    width: 34px;
    height: 34px;
    border: 1px solid var(--edge);
    background: transparent;
    cursor: pointer;
  }

  .arrow:disabled {
    opacity: 0.4;
    cursor: default;
  }

  select {
    max-width: 100%;
  }
</style>
