<script lang="ts">
  import type { ControllerPlan, KeyPlan, Parameter } from '../api/types'
  import type { ChamberDraft } from './draft.svelte'
  import { keyUnit } from './meanings'
  import { decimalsOf, fixed, parse, toStep } from '../units'

  let { draft, controller, mayKey }: { draft: ChamberDraft; controller: ControllerPlan; mayKey: boolean } = $props()
  const id = $props.id()
  const values = $derived(draft.keyed[controller.id] ?? {})
  const keyed = $derived(draft.answer?.settings.find((each) => each.controllerId === controller.id))
  let typed = $state<Partial<Record<Parameter, string>>>({})

  function complaint(key: KeyPlan): string | null {
    const text = typed[key.parameter]
    if (text !== undefined && read(key, text) === null) return key.offAt === null ? 'must be a number' : 'must be a number, or off'
    return keyed?.refusals.find((refusal) => refusal.parameter === key.parameter)?.allowed ?? draft.error(`values.${key.parameter}`) ?? null
  }

  const shown = (key: KeyPlan) => {
    const value = values[key.parameter]
    // More decimals than the key has are shown, not hidden: they are what the complaint is about.
    return value === undefined ? '' : value === key.offAt ? 'off' : fixed(value, Math.max(decimalsOf(key.step), decimalsOf(toStep(value, 0.001))))
  }

  const read = (key: KeyPlan, text: string) => (key.offAt !== null && text.trim().toLowerCase() === 'off' ? key.offAt : parse(text))

  function take(key: KeyPlan, text: string) {
    typed[key.parameter] = text
    const number = read(key, text)
    if (number !== null) draft.key(controller.id, key.parameter, number)
  }

  function step(event: KeyboardEvent, key: KeyPlan) {
    const steps = { ArrowUp: 1, ArrowDown: -1 }[event.key]
    const value = values[key.parameter]
    if (steps === undefined || value === undefined) return
    event.preventDefault()
    delete typed[key.parameter]
    const next = toStep(value + steps * key.step, key.step)
    draft.key(controller.id, key.parameter, Math.max(key.lowest, Math.min(key.highest, next)))
  }

  function choose(key: KeyPlan, choice: number) {
    draft.checkpoint(`changing “${key.label}”`)
    if (key.parameter === 'UNIT') {
      draft.edit(
        { controllerId: controller.id, kind: 'CHANGE_UNIT', rung: null, quantity: null, night: null, display: null, high: null, unit: choice === 0 ? 'C' : 'F' },
        draft.snapshotKeyed(),
      )
    } else {
      draft.key(controller.id, key.parameter, choice)
    }
  }
</script>

<section class="strip" aria-labelledby="{id}-title">
  <h2 id="{id}-title">Key in, on your {controller.name}</h2>
  <ol>
    {#each controller.profile.keys.filter((key) => key.lowest < key.highest) as key, index (key.parameter)}
      {@const wrong = complaint(key)}
      {@const unit = keyUnit(key.parameter, keyed?.unit ?? controller.profile.unit)}
      <li>
        <label for="{id}-{key.parameter}"><span class="quiet">{index + 1}</span> {key.label}</label>
        {#if key.words.length > 0}
          <select
            id="{id}-{key.parameter}"
            class="mono"
            value={String(values[key.parameter] ?? 0)}
            disabled={!mayKey}
            onchange={(event) => choose(key, Number(event.currentTarget.value))}
          >
            {#each key.words as word, choice (choice)}<option value={String(choice)}>{word}</option>{/each}
          </select>
        {:else}
          <span class="entry">
            <input
              id="{id}-{key.parameter}"
              class="mono"
              inputmode="decimal"
              autocomplete="off"
              value={typed[key.parameter] ?? shown(key)}
              disabled={!mayKey}
              aria-invalid={wrong ? 'true' : undefined}
              aria-describedby={wrong ? `${id}-${key.parameter}-error` : undefined}
              onfocus={() => draft.checkpoint(`keying “${key.label}”`)}
              oninput={(event) => take(key, event.currentTarget.value)}
              onkeydown={(event) => step(event, key)}
              onblur={() => read(key, typed[key.parameter] ?? '0') !== null && delete typed[key.parameter]}
            />
            <span class="quiet small">{unit}</span>
          </span>
        {/if}
        {#if wrong}<p class="error" id="{id}-{key.parameter}-error">{wrong}</p>{/if}
      </li>
    {/each}
  </ol>
</section>

<style>
  .strip {
    display: grid;
    gap: 6px;
    padding-top: 10px;
    border-top: 3px solid var(--ink);
  }

  h2 {
    font-size: var(--text);
  }

  ol {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 0;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: grid;
    align-content: start;
    gap: 2px;
    max-width: 150px;
    padding: 0 9px;
    border-left: 1px solid var(--hairline);
  }

  label {
    font-size: var(--small);
  }

  .entry {
    display: flex;
    align-items: baseline;
    gap: 4px;
  }

  input {
    width: 3.7em;
    min-height: 36px;
    padding: 2px 5px;
    font-size: 18px;
  }

  select {
    min-height: 36px;
    padding: 2px;
    font-size: 16px;
  }

  @media (max-width: 700px) {
    li {
      min-width: 45%;
    }

    input,
    select {
      min-height: 44px;
    }
  }
</style>
