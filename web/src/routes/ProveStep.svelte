<script lang="ts">
  /** A real run before living things go in: begun, read, judged against the rehearsal of the same hours. */
  import { airOf, heldOf, unitSign } from '../lib/held'
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { RunView, SeriesView, VerdictView } from '../lib/api/types'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import { Work } from '../lib/parts/work.svelte'
  import { CAUSES, compared, orElse, STATES, UNTOLD } from '../lib/plan/proving'
  import NumberField from '../lib/parts/NumberField.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { celsiusTo, duration, fixed, parse, toCelsius } from '../lib/units'
  import { when } from '../lib/when'

  let { draft, onproven }: { draft: ChamberDraft; onproven: () => void } = $props()
  const work = new Work()
  let runs = $state.raw<RunView[] | null>(null)
  let series = $state.raw<SeriesView[]>([])
  let form = $state<{ controllerId: string; seriesId: string; loaded: boolean; begunAt: string; roomC: number | null; note: string } | null>(null)
  let typed = $state('')
  let reason = $state<string | null>(null)
  const path = $derived({ chamberId: draft.id })
  const current = $derived(runs?.find((each) => each.state === 'RUNNING') ?? null)
  const proven = $derived(runs?.find((each) => each.ofThisBox && (each.state === 'PASSED' || each.state === 'ACCEPTED')) ?? null)
  const controllers = $derived(draft.plan.controllers)
  const unitOf = (run: RunView) => controllers.find((each) => each.id === run.controllerId)?.profile.unit ?? 'C'
  const fits = (each: SeriesView) => each.retiredAt === null && each.quantity === heldOf(controllers.find((one) => one.id === form?.controllerId)?.profile.unit ?? 'C')

  const load = () =>
    work.run(async () => {
      ;[runs, series] = await Promise.all([
        dataOf(api.get('/chambers/{chamberId}/proving-runs', { params: { path } })),
        dataOf(api.get('/chambers/{chamberId}/series', { params: { path } })),
      ])
      onproven()
    })
  onMount(() => void load())
  const begin = () =>
    work.run(async () => {
      const body = {
        ...form!,
        id: crypto.randomUUID(),
        seriesId: form!.seriesId === '' ? null : form!.seriesId,
        begunAt: form!.begunAt === '' ? new Date().toISOString() : new Date(form!.begunAt).toISOString(),
        roomC: form!.roomC ?? 20,
      }
      await dataOf(api.post('/chambers/{chamberId}/proving-runs', { params: { path }, body }))
      form = null
      await load()
    })
  const of = (run: RunView) => ({ params: { path: { chamberId: draft.id, id: run.id } } })
  const judge = (run: RunView) => work.run(async () => (await dataOf(api.post('/chambers/{chamberId}/proving-runs/{id}/judge', of(run))), load()).then(() => {}))
  const stop = (run: RunView) => work.run(async () => (await dataOf(api.post('/chambers/{chamberId}/proving-runs/{id}/stop', of(run))), load()).then(() => {}))
  const accept = (run: RunView) =>
    work.run(async () => {
      await dataOf(api.post('/chambers/{chamberId}/proving-runs/{id}/accept', { ...of(run), body: { reason: reason! } }))
      reason = null
      await load()
    })
  const write = (run: RunView) =>
    work.run(async () => {
      const value = parse(typed)
      if (value === null) return
      const body = { at: new Date().toISOString(), value: airOf(unitOf(run)) ? value : toCelsius(prefs.unit, value) }
      await dataOf(api.post('/chambers/{chamberId}/proving-runs/{id}/readings', { ...of(run), body }))
      typed = ''
      await load()
    })
  const shown = (value: number, run: RunView) => (airOf(unitOf(run)) ? `${fixed(value, 0)} ${unitSign(unitOf(run))}` : `${fixed(celsiusTo(prefs.unit, value), 1)} °${prefs.unit}`)
  const room = $derived(draft.plan.room ? 0.5 * (draft.plan.room.coldestC + draft.plan.room.warmestC) : 20)
</script>

{#snippet verdict(run: RunView, found: VerdictView)}
  <p class="sentence">
    <span class="mark {STATES[found.state].tone}" aria-hidden="true">{STATES[found.state].sign}</span><b>{STATES[found.state].says}</b>
    <span class="quiet"
      >{found.readings} readings over {duration(found.lengthS)}{found.steadySinceS !== null && found.steadySinceS !== undefined
        ? `, steady since ${duration(found.steadySinceS)} after it began`
        : ''}</span
    >
  </p>
  {#if found.compared.length > 0}
    <table>
      <caption class="sr-only">Measured against rehearsed</caption>
      <thead><tr><th scope="col">What</th><th scope="col">measured</th><th scope="col">rehearsed</th><th scope="col"></th></tr></thead>
      <tbody>
        {#each found.compared as each (each.what)}
          {@const words = compared(each, unitOf(run), prefs.unit)}
          <tr><th scope="row">{words.name}</th><td class="mono">{words.measured}</td><td class="mono">{words.rehearsed}</td><td>{each.alike ? '■ alike' : '◆ apart'}</td></tr>
        {/each}
      </tbody>
    </table>
  {/if}
  {#if found.untold.length > 0 && found.state !== 'CANNOT_TELL'}<p class="small quiet">
      Cannot be told from these readings: {found.untold.map((each) => UNTOLD[each]).join(', ')}.
    </p>{/if}
  {#if found.cause}
    <p><b>{CAUSES[found.cause].says(found.factor ?? 0)}</b></p>
    {#if found.orElse?.length}<p>
        {orElse(
          found.orElse,
          found.compared.some((each) => each.what === 'POWER'),
        )}
      </p>{/if}
    <p>{CAUSES[found.cause].do} <a href="/chambers/{draft.id}/{CAUSES[found.cause].step}">Open it in the plan</a></p>
  {:else if found.state === 'FAILED'}<p>
      No single thing in the plan explains it. Look at lid, probe and heater, then run it again; and read the plan through: size, walls, watts.
    </p>{/if}
{/snippet}

{#if work.trouble && !form}<p class="error" role="alert">
    {work.trouble.errors[0] ? `${work.trouble.errors[0].field} ${work.trouble.errors[0].allowed}` : work.trouble.detail}
    <button class="link small" onclick={load}>Look again</button>
  </p>{/if}
{#if runs === null}
  {#if !work.trouble}<p class="quiet">Fetching the runs …</p>{/if}
{:else}
  <p class="sentence">
    {#if proven}<span class="mark well" aria-hidden="true">■</span><b>{proven.state === 'PASSED' ? 'This box has passed' : 'This box was taken as good'}</b>, {when(
        proven.endedAt!,
        'minute',
      )}, {proven.endedBy}{proven.reason ? `: “${proven.reason}”` : ''}. {proven.loaded ? '' : 'Run it again once it is loaded.'}
    {:else}<span class="mark none" aria-hidden="true">□</span><b>This box as it is planned now is not proven.</b> Run it empty for some hours before anything living goes in.{/if}
  </p>
  {#if current}
    <section>
      <h2>A run is going on</h2>
      <p>
        {current.loaded ? 'Loaded' : 'Empty'}, since {when(current.begunAt, 'minute')}, {current.begunBy}; room {fixed(celsiusTo(prefs.unit, current.roomC), 1)} °{prefs.unit};
        {current.seriesId
          ? `read by ${series.find((each) => each.id === current.seriesId)?.name ?? 'a series'}`
          : `${current.typed.length} readings written down by hand`}{current.note ? `; “${current.note}”` : ''}
      </p>
      {#if current.verdict}{@render verdict(current, current.verdict)}{/if}
      {#if !current.seriesId && session.mayKey}
        <form
          class="acts"
          onsubmit={(event) => {
            event.preventDefault()
            void write(current)
          }}
        >
          <label
            >The display shows now <input bind:value={typed} inputmode="decimal" size="6" required /> {airOf(unitOf(current)) ? unitSign(unitOf(current)) : `°${prefs.unit}`}</label
          >
          <button class="button" disabled={work.busy}>Write down</button>
          {#if current.typed.length > 0}<span class="small quiet">last {shown(current.typed.at(-1)!.value, current)}, {when(current.typed.at(-1)!.at, 'minute')}</span>{/if}
        </form>
      {/if}
      {#if session.mayKey}
        <p class="acts">
          <button class="button main" onclick={() => judge(current)} disabled={work.busy}>{work.busy ? 'Rehearsing the same hours …' : 'Judge it'}</button>
          <button class="link small" onclick={() => stop(current)}>Stop it</button>
          {#if session.mayPlan && reason === null}<button class="link small" onclick={() => (reason = '')}>Take it as good all the same</button>{/if}
        </p>
      {/if}
    </section>
  {:else if controllers.length === 0}<p>There is no controller yet whose display could be read. <a href="/chambers/{draft.id}/settings">Add one</a></p>
  {:else if session.mayKey && !form}
    <p>
      <button class="button main" onclick={() => (form = { controllerId: controllers[0]!.id, seriesId: '', loaded: proven !== null, begunAt: '', roomC: room, note: '' })}
        >Begin a run</button
      >
    </p>
  {/if}
  {#if form}
    <form
      class="begin"
      aria-label="Begin a run"
      onsubmit={(event) => {
        event.preventDefault()
        void begin()
      }}
    >
      {#if controllers.length > 1}<label
          >Display of <select bind:value={form.controllerId}
            >{#each controllers as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
          ></label
        >{/if}
      <label>What is inside <select bind:value={form.loaded}><option value={false}>nothing living: empty</option><option value={true}>loaded</option></select></label>
      <label
        >Read by <select bind:value={form.seriesId}
          ><option value="">me, from the display</option>{#each series.filter(fits) as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
        ></label
      >
      {#if work.at('seriesId')}<p class="error">{work.at('seriesId')}</p>{/if}
      <label>Switched on <input type="datetime-local" bind:value={form.begunAt} /> <span class="small quiet">empty: now</span></label>
      {#if work.at('begunAt')}<p class="error">{work.at('begunAt')}</p>{/if}
      <NumberField label="Room" kind="level" digits={1} value={form.roomC} onchange={(value) => (form!.roomC = value)} error={work.at('roomC')} />
      <label>Note <input bind:value={form.note} maxlength="300" /></label>
      {#if work.trouble}<p class="error" role="alert">
          {work.trouble.errors.length > 0 ? work.trouble.errors.map((each) => `${each.field} ${each.allowed}`).join('; ') : work.trouble.detail}
        </p>{/if}
      <p class="acts">
        <button class="button main" disabled={work.busy}>Begin</button>
        <button class="button" type="button" onclick={() => ((form = null), (work.trouble = null))}>Leave it</button>
      </p>
      <p class="small quiet">Start with everything at the room’s temperature, lid shut, no sun. It is judged once it has gone on alike for four hours.</p>
    </form>
  {/if}
  {#if reason !== null}
    {@const run = current ?? runs.find((each) => each.state === 'FAILED')}
    {#if run}
      <form
        class="begin"
        aria-label="Take it as good"
        onsubmit={(event) => {
          event.preventDefault()
          void accept(run)
        }}
      >
        <label>Why it is taken as good <input bind:value={reason} minlength="3" maxlength="300" required /></label>
        <p class="acts">
          <button class="button main" disabled={work.busy}>Write it down</button> <button class="button" type="button" onclick={() => (reason = null)}>Leave it</button>
        </p>
      </form>
    {/if}
  {/if}
  {#each runs.filter((each) => each.state !== 'RUNNING') as run (run.id)}
    <section class="past">
      <h3>{run.loaded ? 'Loaded' : 'Empty'}, {when(run.begunAt, 'minute')}, {run.begunBy}{run.ofThisBox ? '' : ': the box was another one then'}</h3>
      {#if run.verdict}{@render verdict(run, run.verdict)}{/if}
      {#if run.state === 'STOPPED'}<p class="small">Stopped {when(run.endedAt!, 'minute')}, {run.endedBy}.</p>
      {:else if run.state === 'ACCEPTED'}<p class="small">Taken as good {when(run.endedAt!, 'minute')}, {run.endedBy}: “{run.reason}”</p>
      {:else if run.state === 'FAILED' && session.mayPlan && !proven && reason === null}<p>
          <button class="link small" onclick={() => (reason = '')}>Take it as good all the same</button>
        </p>{/if}
    </section>
  {/each}
  <p class="small quiet">Mains near water and heaters near foam, paper or wood: see the cautions on Loads before you leave a box running by itself. Be about for the first hour.</p>
{/if}

<style>
  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    padding: 8px 0 14px;
  }

  .past {
    border-top: 1px solid var(--hairline);
  }

  .sentence {
    font-size: var(--large);
    padding-bottom: 6px;
  }

  .begin {
    display: grid;
    gap: 8px;
    max-width: 480px;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
  }

  .begin label {
    display: grid;
    gap: 2px;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }

  th,
  td {
    padding: 4px 18px 4px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    font-weight: 400;
  }
</style>
