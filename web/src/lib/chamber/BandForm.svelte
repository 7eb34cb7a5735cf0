<script lang="ts">
  import { unitSign } from '../held'
  import type { ControllerPlan } from '../api/types'
  import { decimalsOf, fixed, parse } from '../units'
  import type { ChamberDraft } from './draft.svelte'

  let { draft, controller, mayKey }: { draft: ChamberDraft; controller: ControllerPlan; mayKey: boolean } = $props()
  const id = $props.id()
  const keyed = $derived(draft.answer?.settings.find((each) => each.controllerId === controller.id))
  const unit = $derived(unitSign(keyed?.unit ?? controller.profile.unit))
  const digits = $derived(decimalsOf(keyed?.resolution ?? 0.1))
  let low = $state('')
  let high = $state('')
  /** What was asked for, until it is answered. */
  let asked = $state.raw<{ low: number; high: number } | null>(null)
  const wanted = $derived({ low: parse(low), high: parse(high) })
  const isBackwards = $derived(wanted.low !== null && wanted.high !== null && wanted.high <= wanted.low)
  const text = (value: number) => `${fixed(value, digits)} ${unit}`

  function key() {
    if (wanted.low === null || wanted.high === null || isBackwards) return
    asked = { low: wanted.low, high: wanted.high }
    draft.checkpoint('keying a band')
    draft.edit(
      { controllerId: controller.id, kind: 'SET_BAND', rung: null, quantity: null, night: null, display: wanted.low, high: wanted.high, unit: null },
      draft.snapshotKeyed(),
    )
  }

  const told = $derived.by(() => {
    if (!asked || !keyed || draft.busy) return null
    const fits = keyed.lowest >= asked.low - 1e-6 && keyed.highest <= asked.high + 1e-6
    const exact = Math.abs(keyed.lowest - asked.low) < 1e-6 && Math.abs(keyed.highest - asked.high) < 1e-6
    const now = `${text(keyed.lowest)} to ${text(keyed.highest)}`
    return {
      fits,
      text: exact
        ? `Keyed: it acts from ${now}.`
        : fits
          ? `Keyed, rounded inward to what its keys take: it acts from ${now}.`
          : `Its keys cannot do that. The nearest is keyed: it acts from ${now}.`,
    }
  })
</script>

<details>
  <summary>Key in a band for {controller.name}</summary>
  <form
    class="row"
    onsubmit={(event) => {
      event.preventDefault()
      key()
    }}
  >
    <label for="{id}-low">It acts, on its display, from</label>
    <input id="{id}-low" class="mono" inputmode="decimal" bind:value={low} placeholder={keyed ? fixed(keyed.lowest, digits) : ''} disabled={!mayKey} />
    <label for="{id}-high">to</label>
    <input
      id="{id}-high"
      class="mono"
      inputmode="decimal"
      bind:value={high}
      placeholder={keyed ? fixed(keyed.highest, digits) : ''}
      disabled={!mayKey}
      aria-invalid={isBackwards ? 'true' : undefined}
    />
    <span class="quiet">{unit}</span>
    <button class="button" disabled={!mayKey || wanted.low === null || wanted.high === null || isBackwards}>Key it in</button>
    {#if isBackwards}<p class="error">the second must be above the first</p>{/if}
  </form>
  <div aria-live="polite">
    {#if told}<p><span class="mark {told.fits ? 'well' : 'mind'}" aria-hidden="true">{told.fits ? '■' : '▲'}</span>{told.text}</p>{/if}
  </div>
</details>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
    padding: 6px 0;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  input {
    width: 5.5em;
  }

  .error {
    flex-basis: 100%;
  }
</style>
