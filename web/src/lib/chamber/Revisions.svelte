<script lang="ts">
  import { type DisplayUnit, airOf, differenceSign } from '../held'
  import { when } from '../when'
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, Parameter, RehearsalAnswer, SettingsView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { decimalsOf, difference, fill, fixed, level } from '../units'
  import { keyUnit, MEANINGS } from './meanings'
  import type { ChamberDraft } from './draft.svelte'
  import { changed, onlyIn } from './revisions'

  let { draft, controller }: { draft: ChamberDraft; controller: ControllerPlan } = $props()
  const id = $props.id()

  let all = $state.raw<SettingsView[]>([])
  let fromNumber = $state(0)
  let toNumber = $state(0)
  let answers = $state.raw<[RehearsalAnswer, RehearsalAnswer] | null>(null)
  let problem = $state('')
  let busy = $state(false)
  let opened = $state(false)
  const inForce = $derived(draft.settingsOf(controller.id)?.number ?? 0)
  const from = $derived(all.find((each) => each.number === fromNumber))
  const to = $derived(all.find((each) => each.number === toNumber))
  const changes = $derived(from && to ? changed(from, to, controller.profile.keys) : [])

  const written = (iso: string) => when(iso, 'moment')

  async function load() {
    problem = ''
    try {
      all = await dataOf(api.get('/chambers/{id}/controllers/{controllerId}/settings', { params: { path: { id: draft.id, controllerId: controller.id } } }))
      toNumber = all[0]?.number ?? 0
      fromNumber = all[1]?.number ?? toNumber
      answers = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed.message
    }
  }

  // Opened, or somebody saved a newer one.
  $effect(() => {
    void inForce
    if (opened) void load()
  })

  async function compare() {
    if (!from || !to) return
    busy = true
    problem = ''
    try {
      const [one, two] = [from, to]
      const found = await Promise.all([one, two].map((each) => draft.rehearseWith(controller.id, each.values)))
      if (from === one && to === two) answers = [found[0]!, found[1]!]
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed.errors.length > 0 ? 'One of the two cannot be rehearsed on the controller as it is described now.' : failed.message
    } finally {
      busy = false
    }
  }

  function unitOf(revision: SettingsView): DisplayUnit {
    const unit = revision.values['UNIT']
    return unit === undefined ? controller.profile.unit : unit < 0.5 ? 'C' : 'F'
  }

  function show(parameter: Parameter, value: number | null, revision: SettingsView): string {
    if (value === null) return 'no such key'
    const key = controller.profile.keys.find((each) => each.parameter === parameter)
    if (key && key.words.length > 0) return key.words[Math.round(value)] ?? ''
    return `${fixed(value, key ? decimalsOf(key.step) : 2)} ${keyUnit(parameter, unitOf(revision))}`
  }

  const figures: [string, (answer: RehearsalAnswer) => string][] = [
    ['lowest at the occupant', (answer) => level(answer.metrics.occupant.lowest, prefs.unit)],
    ['highest at the occupant', (answer) => level(answer.metrics.occupant.highest, prefs.unit)],
    ['inside the target range', (answer) => `${fixed(answer.metrics.inBandPct, 0)} %`],
    [
      'swing of the display',
      (answer) =>
        answer.settings
          .map(({ controllerId, unit }) => {
            const { swing } = answer.metrics.displays[controllerId]!
            return airOf(unit) ? `${fixed(swing, airOf(unit)!.digits)} ${differenceSign(unit)}` : difference(swing, prefs.unit)
          })
          .join(', '),
    ],
    ['switchings an hour', (answer) => answer.metrics.loops.map((loop) => fixed(loop.cyclesPerHour, 1)).join(', ')],
    ['energy a day', (answer) => `${fixed(answer.metrics.energyKWhPerDay, 2)} kWh`],
  ]
  const titles = (one: RehearsalAnswer, other: RehearsalAnswer) => onlyIn(one, other).map((each) => fill(each.title, each.numbers, prefs.unit))
</script>

<details bind:open={opened}>
  <summary>Earlier settings of {controller.name}{inForce > 1 ? `, ${inForce} so far` : ''}</summary>
  {#if problem}<p class="error" role="alert">{problem} <button class="link small" onclick={load}>Try again</button></p>{/if}
  {#if all.length === 0 && !problem}
    <p class="quiet">Nothing has been saved yet.</p>
  {:else if all.length > 0}
    <ol class="list">
      {#each all as each (each.number)}
        <li><b>{each.number}</b> <span class="quiet">{each.author}, {written(each.savedAt)}</span> {each.reason}</li>
      {/each}
    </ol>
    {#if all.length > 1}
      <p class="row">
        {#each [true, false] as first (first)}
          <label for="{id}-{first}">{first ? 'From settings' : 'to settings'}</label>
          <select
            id="{id}-{first}"
            value={String(first ? fromNumber : toNumber)}
            onchange={(event) => {
              const chosen = Number(event.currentTarget.value)
              if (first) fromNumber = chosen
              else toNumber = chosen
              answers = null
            }}
          >
            {#each all as each (each.number)}<option value={String(each.number)}>{each.number}</option>{/each}
          </select>
        {/each}
        <button class="button" disabled={busy || changes.length === 0 || draft.missing.length > 0} onclick={compare}
          >{busy ? 'Rehearsing …' : 'What it changes in the chamber'}</button
        >
        {#if fromNumber !== inForce && from}
          <button class="button" disabled={!session.mayKey} title={session.mayKey ? undefined : 'A visitor looks only'} onclick={() => draft.goBackTo(from)}
            >Put settings {fromNumber} back on the keys</button
          >
        {/if}
      </p>
      {#if from && to}
        {#if changes.length === 0}<p>These two hold the same values.</p>
        {:else}
          <table class="rows">
            <thead><tr><th>Key</th><th>settings {from.number}</th><th>settings {to.number}</th></tr></thead>
            <tbody>
              {#each changes as each (each.parameter)}
                <tr>
                  <td>{controller.profile.keys.find((key) => key.parameter === each.parameter)?.label ?? MEANINGS[each.parameter].name}</td>
                  <td class="mono">{show(each.parameter, each.from, from)}</td>
                  <td class="mono">{show(each.parameter, each.to, to)}</td>
                </tr>
              {/each}
            </tbody>
            {#if answers}
              {@const [before, after] = answers}
              <tbody>
                {#each figures as [name, figure] (name)}
                  <tr class:same={figure(before) === figure(after)}><td>{name}</td><td class="mono">{figure(before)}</td><td class="mono">{figure(after)}</td></tr>
                {/each}
                <tr><td>found only with it</td><td>{titles(before, after).join('; ') || 'nothing'}</td><td>{titles(after, before).join('; ') || 'nothing'}</td></tr>
              </tbody>
            {/if}
          </table>
          {#if answers}<p class="small quiet">Both on the chamber as it is planned now, over the hours chosen above.</p>{/if}
        {/if}
      {/if}
    {/if}
  {/if}
</details>

<style>
  details {
    padding: 6px 0;
    border-top: 1px solid var(--hairline);
  }

  summary {
    min-height: var(--target);
    cursor: pointer;
  }

  .list {
    max-height: 11em;
    margin: 0 0 8px;
    padding: 0;
    overflow-y: auto;
    list-style: none;
  }

  .row {
    align-items: center;
    padding: 6px 0;
  }

  tbody + tbody tr:first-child td {
    padding-top: 14px;
  }

  .same {
    color: var(--quiet);
  }
</style>
