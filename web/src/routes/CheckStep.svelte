<script lang="ts">
  import { type DisplayUnit, HELD, airOf, heldOf } from '../lib/held'
  import { when } from '../lib/when'
  import { onMount, untrack } from 'svelte'
  import { api, Problem, dataOf } from '../lib/api/client'
  import type { CheckView, HistoryView, Parameter } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import CheckAtBox from '../lib/check/CheckAtBox.svelte'
  import CheckBegin from '../lib/check/CheckBegin.svelte'
  import CheckHistory from '../lib/check/CheckHistory.svelte'
  import TwoPoints from '../lib/check/TwoPoints.svelte'
  import { Checks } from '../lib/check/checks.svelte'
  import { DUE, PHASES } from '../lib/check/words'
  import { session } from '../lib/session.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const checks = untrack(() => new Checks(draft.id))
  const displays = $derived(
    draft.plan.controllers
      .filter((each) => draft.settingsOf(each.id))
      .flatMap((controller) => {
        const humid = controller.profile.keys.some((key) => key.parameter === 'HUMIDITY_OFFSET')
        const both: { controller: typeof controller; key: Parameter }[] = [{ controller, key: 'OFFSET' }]
        return humid ? [...both, { controller, key: 'HUMIDITY_OFFSET' as Parameter }] : both
      }),
  )
  let chosen = $state(0)
  const display = $derived(displays[Math.min(chosen, displays.length - 1)] ?? null)
  let history = $state.raw<HistoryView | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  let beginning = $state(false)
  let looked = $state<string | null>(null)
  const mine = $derived((checks.all ?? []).filter((each) => each.controllerId === display?.controller.id && each.offsetKey === display?.key))
  const open = $derived(mine.filter((each) => !each.closed))
  const past = $derived(mine.filter((each) => each.closed))
  const unit = $derived<DisplayUnit>(history?.unit ?? 'C')
  const step = $derived(display?.controller.profile.keys.find((key) => key.parameter === display?.key)?.step ?? 0.1)
  const set = $derived.by(() => {
    const values = display ? draft.settingsOf(display.controller.id)?.values : undefined
    return values?.['SET_VALUE'] ?? values?.['ON_AT'] ?? null
  })
  const where = $derived(draft.plan.occupancy?.where ?? '')

  onMount(() => {
    void checks.load()
    return checks.watch()
  })

  // The history follows the display that is chosen and every check that changes.
  $effect(() => {
    const of = display
    void mine.map((each) => `${each.phase}${each.closed}${each.offset}`).join()
    if (!of) return
    let stale = false
    dataOf(
      api.get('/chambers/{chamberId}/controllers/{controllerId}/checks/{offsetKey}/history', {
        params: { path: { chamberId: draft.id, controllerId: of.controller.id, offsetKey: of.key } },
      }),
    )
      .then((told) => {
        if (stale) return
        history = told
        trouble = null
      })
      .catch((failed: unknown) => {
        if (!(failed instanceof Problem)) throw failed
        if (!stale) trouble = failed
      })
    return () => (stale = true)
  })

  /** The offset in force and the sensor's error went into settings and plan: what is worked on here must know. */
  async function keyed() {
    try {
      draft.checked(await dataOf(api.get('/chambers/{id}', { params: { path: { id: draft.id } } })))
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }

  const day = (iso: string) => when(iso, 'longDay')
  const nameOf = (check: CheckView) => draft.plan.controllers.find((each) => each.id === check.controllerId)!
</script>

{#if displays.length === 0}
  <p>Nothing has been saved for a controller of this chamber yet. <a href="/chambers/{draft.id}/settings">Go to the settings</a>; a check compares its display with a reference.</p>
{:else}
  {#if displays.length > 1}
    <div class="row">
      <div class="plain">
        <label for="check-of">Display</label>
        <select id="check-of" bind:value={chosen}
          >{#each displays as each, index (each.controller.id + each.key)}<option value={index}
              >{each.controller.name}{each.key === 'HUMIDITY_OFFSET'
                ? ', humidity'
                : airOf(each.controller.profile.unit)
                  ? `, ${HELD[heldOf(each.controller.profile.unit)].name}`
                  : ''}</option
            >{/each}</select
        >
      </div>
    </div>
  {/if}
  {#if trouble ?? checks.problem}
    {@const problem = (trouble ?? checks.problem)!}
    <p class="error" role="alert">{problem.title}. {problem.detail}</p>
  {/if}
  {#if display}
    <div class="columns">
      <div class="work">
        {#if history && history.controllerId === display.controller.id}
          {@const due = history.due}
          <p class="due">
            {#if open.length > 0}<span class="mark" aria-hidden="true">□</span><b>A check of {display.controller.name} is under way.</b>
            {:else if due.due}<span class="mark mind" aria-hidden="true">▲</span><b>{display.controller.name} wants a check.</b>
              {history.found.length > 0 ? `The last one was on ${day(history.found.at(-1)!.at)}.` : ''}
              {DUE[due.why]}
            {:else}<span class="mark well" aria-hidden="true">■</span><b>The next check of {display.controller.name} is due on {day(due.from)}.</b>
              {DUE[due.why] && due.why === 'DRIFT' ? DUE.DRIFT : ''}{/if}
          </p>
        {/if}
        {#each open as check (check.id)}
          <CheckAtBox {checks} {check} controller={nameOf(check)} {where} onkeyed={keyed} />
        {/each}
        {#if open.length === 0}
          {#if beginning && history}
            {#key display.controller.id + display.key}<CheckBegin
                {checks}
                controller={display.controller}
                offsetKey={display.key}
                {unit}
                {history}
                {where}
                onbegun={() => (beginning = false)}
              />{/key}
            <p><button class="link" onclick={() => (beginning = false)}>Not now</button></p>
          {:else}
            <p>
              <button class="button main" disabled={!session.mayKey || !history} title={session.mayKey ? undefined : 'A visitor looks only'} onclick={() => (beginning = true)}
                >Begin a check</button
              >
            </p>
          {/if}
        {/if}
        {#if past.length > 0}
          <section>
            <h2>Checks so far</h2>
            <ul>
              {#each past as check (check.id)}
                <li>
                  <button class="link" aria-expanded={looked === check.id} onclick={() => (looked = looked === check.id ? null : check.id)}
                    >{day(check.begunAt)}, {check.author}</button
                  >
                  <span class="small quiet">{check.place === 'OCCUPANT' ? 'at the occupant: ' : ''}{PHASES[check.phase].title.toLowerCase()}</span>
                  {#if looked === check.id}<CheckAtBox {checks} {check} controller={nameOf(check)} {where} onkeyed={keyed} />{/if}
                </li>
              {/each}
            </ul>
            <p><a class="link small" href="/api/v1/chambers/{draft.id}/checks.csv" download>All rows as a file (CSV)</a></p>
          </section>
        {/if}
      </div>
      <section class="headed history" aria-labelledby="history-title">
        <h2 id="history-title">{display.controller.name} over time</h2>
        {#if history && history.controllerId === display.controller.id}<CheckHistory {history} />{#key unit}<TwoPoints {unit} {step} level={set} />{/key}{:else}<p class="quiet">
            Fetching the checks …
          </p>{/if}
      </section>
    </div>
  {/if}
{/if}

<style>
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 32px;
    align-items: start;
  }

  .work,
  .history {
    display: grid;
    gap: 14px;
    min-width: 0;
  }

  .due {
    font-size: var(--large);
  }

  section > h2 {
    padding-bottom: 6px;
    border-bottom: 3px solid var(--ink);
  }

  ul {
    margin: 8px 0;
    padding: 0;
    list-style: none;
  }

  li {
    padding: 6px 0;
    border-bottom: 1px solid var(--hairline);
  }

  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
