<script lang="ts">
  /** Within what keepers may set the keys of a controller by themselves; a lead fixes it. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { ControllerPlan, LimitView, Parameter } from '../api/types'
  import { session } from '../session.svelte'
  import { parse } from '../units'
  import type { ChamberDraft } from './draft.svelte'
  import { keyUnit } from './meanings'

  let { draft, controller }: { draft: ChamberDraft; controller: ControllerPlan } = $props()
  const SIDES = ['refusedLow', 'askedLow', 'askedHigh', 'refusedHigh'] as const
  type Side = (typeof SIDES)[number]
  const NAMES: Record<Side, string> = { refusedLow: 'refused below', askedLow: 'asked below', askedHigh: 'asked above', refusedHigh: 'refused above' }
  let known = $state.raw<LimitView[]>([])
  let typed = $state<Partial<Record<Parameter, Record<Side, string>>>>({})
  let trouble = $state('')
  let said = $state('')
  // What is folded away is not made: its fields are many, and named like the keys themselves.
  let open = $state(false)
  const path = $derived({ id: draft.id, controllerId: controller.id })
  const keys = $derived(controller.profile.keys.filter((key) => key.lowest < key.highest && key.words.length === 0))
  const text = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value))

  function take(limits: LimitView[]) {
    known = limits
    typed = Object.fromEntries(
      keys.map((key) => {
        const limit = limits.find((each) => each.limit.parameter === key.parameter)?.limit
        return [key.parameter, Object.fromEntries(SIDES.map((side) => [side, text(limit?.[side])])) as Record<Side, string>]
      }),
    )
  }
  async function attempt(work: () => Promise<void>) {
    try {
      await work()
      trouble = ''
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      const first = failed.errors[0]
      trouble = first ? `${keys[Number(/\[(\d+)\]/.exec(first.field)?.[1] ?? 0)]?.label ?? ''}: ${first.allowed}.` : failed.detail
    }
  }
  onMount(() => void attempt(async () => take(await dataOf(api.get('/chambers/{id}/controllers/{controllerId}/limits', { params: { path } })))))
  const fix = () =>
    attempt(async () => {
      const wrong = keys.find((key) => SIDES.some((side) => typed[key.parameter]![side].trim() !== '' && parse(typed[key.parameter]![side]) === null))
      if (wrong) throw new Problem(0, '', `${wrong.label}: must be numbers, or nothing.`)
      const limits = keys
        .map((key) => ({
          parameter: key.parameter,
          ...(Object.fromEntries(SIDES.map((side) => [side, parse(typed[key.parameter]![side])])) as Record<Side, number | null>),
        }))
        .filter((each) => SIDES.some((side) => each[side] !== null))
      take(await dataOf(api.put('/chambers/{id}/controllers/{controllerId}/limits', { params: { path }, body: { limits } })))
      said = 'The limits hold from now on.'
    })
</script>

<details class="no-print" bind:open>
  <summary>Limits for keepers{known.length > 0 ? `: ${known.length === 1 ? 'one key' : `${known.length} keys`}` : ''}</summary>
  <p class="small quiet">
    A keeper who sets a key outside the inner pair is asked whether it is meant so; outside the outer pair it is refused. What is left empty is free. Leads and owners are not held
    to it.
  </p>
  {#if open && session.mayPlan}
    <form
      oninput={() => (said = '')}
      onsubmit={(event) => {
        event.preventDefault()
        void fix()
      }}
    >
      <div class="wide">
        <table>
          <thead
            ><tr
              ><th scope="col">Key</th>{#each SIDES as side (side)}<th scope="col">{NAMES[side]}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each keys as key (key.parameter)}
              {@const row = typed[key.parameter]}
              {#if row}
                <tr>
                  <th scope="row">{key.label} <span class="quiet small">{keyUnit(key.parameter, controller.profile.unit)}</span></th>
                  {#each SIDES as side (side)}<td><input inputmode="decimal" aria-label="{key.label}, {NAMES[side]}" bind:value={row[side]} /></td>{/each}
                </tr>
              {/if}
            {/each}
          </tbody>
        </table>
      </div>
      {#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
      <p><button class="button">Fix these limits</button> <span role="status">{said}</span></p>
    </form>
  {:else if open}
    <ul>
      {#each known as { limit, setBy } (limit.parameter)}
        <li>
          <b>{keys.find((key) => key.parameter === limit.parameter)?.label ?? limit.parameter}</b>:
          {SIDES.filter((side) => limit[side] !== null)
            .map((side) => `${NAMES[side]} ${limit[side]}`)
            .join(', ')}
          <span class="quiet">({setBy})</span>
        </li>
      {:else}<li class="quiet">{trouble || 'None: every key is free.'}</li>{/each}
    </ul>
  {/if}
</details>

<style>
  .wide {
    overflow-x: auto;
  }

  th,
  td {
    padding: 2px 10px 2px 0;
    text-align: left;
  }

  th[scope='row'] {
    font-weight: 400;
  }

  td input {
    width: 6.5em;
  }

  p {
    padding: 4px 0;
  }
</style>
