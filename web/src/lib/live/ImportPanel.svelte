<script lang="ts">
  /** A logger's file: what seems to be in it, what somebody says is in it, and how far it is taken in. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { ImportPlan, ImportView, SeriesUnit, SeriesView } from '../api/types'
  import { timeZones } from '../people/words'
  import { Work } from '../parts/work.svelte'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import { when } from '../when'
  import { badSays, DELIMITERS, doubtSays, ORDERS, reasonSays, UNITS, unlikeSays } from './imports'
  import NumberInput from '../parts/NumberInput.svelte'

  let { chamberId, series, ontaken }: { chamberId: string; series: SeriesView[]; ontaken: () => void } = $props()
  const work = new Work()
  let files = $state.raw<ImportView[]>([])
  let open = $state.raw<ImportView | null>(null)
  let plan = $state<ImportPlan | null>(null)
  const path = $derived({ chamberId })
  const of = (id: string) => ({ params: { path: { chamberId, id } } })
  const width = $derived(Math.max(0, ...(open?.first ?? []).map((row) => row.length)))

  const load = () => work.run(async () => void (files = await dataOf(api.get('/chambers/{chamberId}/imports', { params: { path } }))))
  onMount(() => {
    void load()
    return () => clearTimeout(timer)
  })

  function show(file: ImportView) {
    open = file
    plan = structuredClone(file.plan ?? file.guess ?? null)
    if (file.state === 'RUNNING') follow()
  }

  let timer: ReturnType<typeof setTimeout> | undefined
  /** Looks every second how far it is. */
  function follow() {
    clearTimeout(timer)
    timer = setTimeout(
      () =>
        void work.run(async () => {
          if (!open) return
          open = await dataOf(api.get('/chambers/{chamberId}/imports/{id}', of(open.id)))
          if (open.state === 'RUNNING') follow()
          else {
            await load()
            if (open.state === 'DONE') ontaken()
          }
        }),
      1000,
    )
  }

  const send = (input: HTMLInputElement) =>
    work.run(async () => {
      const file = input.files?.[0]
      if (!file) return
      try {
        const query = { name: file.name.slice(0, 200) }
        show(await dataOf(api.post('/chambers/{chamberId}/imports', { ...api.asFile, params: { path, query }, body: file as never })))
        await load()
      } finally {
        input.value = ''
      }
    })
  const run = () =>
    work.run(async () => {
      open = await dataOf(api.post('/chambers/{chamberId}/imports/{id}/run', { ...of(open!.id), body: { ...plan!, sure: open!.unlike.length > 0 ? sure : null } }))
      follow()
    })
  const stop = () => work.run(async () => void (open = await dataOf(api.post('/chambers/{chamberId}/imports/{id}/stop', of(open!.id)))))
  const remove = (file: ImportView) =>
    work.run(async () => {
      await api.remove('/chambers/{chamberId}/imports/{id}', of(file.id))
      if (open?.id === file.id) open = plan = null
      files = await dataOf(api.get('/chambers/{chamberId}/imports', { params: { path } }))
    })

  /** What a column becomes: nothing, a new series, or one that is there. */
  function becomes(column: number): string {
    const found = plan?.columns.find((each) => each.column === column)
    return plan?.timeColumns.includes(column) ? 'time' : !found ? '' : (found.seriesId ?? 'new')
  }

  function become(column: number, what: string) {
    if (!plan) return
    const before = plan.columns.find((each) => each.column === column)
    plan.columns = plan.columns.filter((each) => each.column !== column)
    plan.timeColumns = plan.timeColumns.filter((each) => each !== column)
    if (what === 'time') plan.timeColumns = [...plan.timeColumns, column].sort((a, b) => a - b).slice(-2)
    else if (what === 'new') {
      const header = plan.headerRows > 0 ? (open?.first[plan.headerRows - 1]?.[column] ?? '') : ''
      plan.columns = [...plan.columns, { column, unit: before?.unit ?? 'C', name: header.trim() || `Column ${column + 1}`, seriesId: null }]
    } else if (what !== '') {
      const one = series.find((each) => each.id === what)
      plan.columns = [...plan.columns, { column, unit: before?.unit ?? one?.unit ?? 'C', name: null, seriesId: what }]
    }
    plan.columns.sort((a, b) => a.column - b.column)
  }
  const planned = (column: number) => plan?.columns.find((each) => each.column === column) ?? null
  /** That a file which is unlikely to be of this chamber is meant for it. */
  let sure = $state(false)
  const begun = $derived(open !== null && (open.readRows > 0 || open.state === 'RUNNING'))
  const share = $derived(open ? Math.min(1, open.readRows / Math.max(1, open.rows)) : 0)
</script>

<details>
  <summary>A logger's file</summary>
  {#if session.mayPlan}
    <p class="small quiet">
      Text parted by commas, semicolons or tabs, or a spreadsheet (.xlsx), up to 32 MB. Nothing of it counts before you have said what is in it; sending it twice does no harm.
    </p>
    <label>The file <input type="file" accept=".csv,.tsv,.txt,.xlsx,text/csv,text/plain" disabled={work.busy} onchange={(event) => void send(event.currentTarget)} /></label>
  {/if}
  {#if work.trouble}<p class="error" role="alert">
      {work.trouble.errors[0] ? `${work.trouble.errors[0].field} ${work.trouble.errors[0].allowed}` : work.trouble.detail}
    </p>{/if}

  {#if open}
    <section aria-label={open.name}>
      <h3>{open.name}</h3>
      {#if open.state === 'RUNNING'}
        <p role="status">Taking it in: {open.readRows} rows of about {Math.max(open.rows, open.readRows)}.</p>
        <progress value={share} aria-label="How far"></progress>
        {#if session.mayPlan}<button class="button" onclick={stop}>Stop</button>{/if}
      {:else}
        {#if open.state === 'DONE'}
          <p class="sentence" role="status">
            <span class="mark well" aria-hidden="true">■</span><b>{open.stored} readings taken in</b>{open.known > 0 ? `, ${open.known} were there already` : ''}{open.from &&
            open.to
              ? `, from ${when(open.from, 'minute')} to ${when(open.to, 'minute')}`
              : ''}.
          </p>
        {:else if open.state === 'STOPPED' || open.state === 'FAILED'}
          <p>
            {open.trouble ?? `Stopped after ${open.readRows} rows; ${open.stored} readings are in.`}
            {#if session.mayPlan}<button class="button" onclick={run}>Go on</button>{/if}
          </p>
        {/if}
        {#if open.bad > 0}
          <p>▲ {open.bad === 1 ? 'One cell or row' : `${open.bad} cells or rows`} could not be used; the rest is in.</p>
          <ul class="small">
            {#each open.badLines.slice(0, 20) as each, index (index)}<li>Line {each.line}: {badSays(each.why)}{each.cell ? ` “${each.cell}”` : ''}</li>{/each}
            {#if open.bad > 20}<li>and {open.bad - 20} more</li>{/if}
          </ul>
        {/if}
      {/if}

      {#if !begun && open.state === 'ASKED' && session.mayPlan}
        {#if !plan}
          <p>◆ No column of times with a column of measurements beside it is recognised. Look at its first rows: is it a log?</p>
        {:else}
          <ul class="small">
            {#each open.reasons as each, index (index)}<li>{reasonSays(each)}</li>{/each}
            {#each open.doubts as each (each)}<li><b>▲ {doubtSays(each)}</b></li>{/each}
            {#if open.remembered}<li>Its head looks like that of the last file: it is taken to hold the same, in the same series.</li>{/if}
            {#each open.unlike as each (each.column)}<li><b>▲ {unlikeSays(each, prefs.unit)}</b></li>{/each}
          </ul>
          {#if open.unlike.length > 0}<label class="sure"><input type="checkbox" bind:checked={sure} /> It is of this chamber all the same</label>{/if}
          <div class="how">
            {#if open.charset !== 'xlsx'}<label
                >Parted by <select bind:value={plan.partedBy}>
                  {#each DELIMITERS as [value, name] (value)}<option {value}>{name}</option>{/each}
                </select></label
              >{/if}
            <label
              >Dates <select bind:value={plan.dateOrder}>
                {#each ORDERS as [value, name] (value)}<option {value}>{name}</option>{/each}
              </select></label
            >
            <label
              >Numbers <select value={plan.decimalComma ? 'comma' : 'point'} onchange={(event) => (plan!.decimalComma = event.currentTarget.value === 'comma')}>
                <option value="point">28.5</option>
                <option value="comma">28,5</option>
              </select></label
            >
            <label>Rows before the first reading <NumberInput bind:value={plan.headerRows} min={0} max={100} whole /></label>
            <label
              >By the clock of <select bind:value={plan.zone}>
                {#each timeZones() as zone (zone)}<option>{zone}</option>{/each}
              </select></label
            >
          </div>
        {/if}
      {/if}
      {#if open.first.length > 0}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <div class="wide" role="region" aria-label="Its first rows" tabindex="0">
          <table>
            {#if plan && !begun && session.mayPlan}
              <thead>
                <tr>
                  {#each { length: width }, column (column)}
                    <th scope="col">
                      <select value={becomes(column)} aria-label="Column {column + 1} is" onchange={(event) => become(column, event.currentTarget.value)}>
                        <option value="">left out</option>
                        <option value="time">time</option>
                        <option value="new">a new series</option>
                        {#each series.filter((each) => each.retiredAt === null) as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
                      </select>
                      {#if planned(column)}
                        {@const one = planned(column)!}
                        <select bind:value={one.unit} aria-label="Unit of column {column + 1}">
                          {#each UNITS as [value, name] (value)}<option value={value as SeriesUnit}>{name}</option>{/each}
                        </select>
                        {#if one.name !== null}<input bind:value={one.name} maxlength="80" aria-label="Name of the series of column {column + 1}" />{/if}
                      {/if}
                    </th>
                  {/each}
                </tr>
              </thead>
            {/if}
            <tbody>
              {#each open.first as row, index (index)}
                <tr class:head={plan && index < plan.headerRows}
                  >{#each { length: width }, column (column)}<td class="mono">{row[column] ?? ''}</td>{/each}</tr
                >
              {/each}
            </tbody>
          </table>
        </div>
      {/if}
      {#if !begun && plan && open.state === 'ASKED' && session.mayPlan}
        <p>
          <button class="button main" disabled={work.busy || plan.columns.length === 0 || plan.timeColumns.length === 0 || (open.unlike.length > 0 && !sure)} onclick={run}
            >Take it in</button
          >
        </p>
      {/if}
    </section>
  {/if}

  {#if files.length > 0}
    <ul class="files">
      {#each files as each (each.id)}
        <li>
          <button class="link" onclick={() => void work.run(async () => show(await dataOf(api.get('/chambers/{chamberId}/imports/{id}', of(each.id)))))}>{each.name}</button>
          <span class="small quiet"
            >{when(each.madeAt, 'minute')}, {each.author}; {each.state === 'DONE'
              ? `${each.stored} readings`
              : each.state === 'ASKED'
                ? 'not taken in yet'
                : each.state.toLowerCase()}</span
          >
          {#if session.mayPlan && each.state !== 'RUNNING'}<button class="link small" onclick={() => remove(each)}>Forget the file</button>{/if}
        </li>
      {/each}
    </ul>
  {/if}
</details>

<style>
  details {
    padding: 10px 0;
  }

  p {
    padding: 4px 0;
  }

  .how {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    padding: 6px 0;
  }

  .how label {
    display: grid;
    gap: 2px;
  }

  .how :global(.number) {
    width: 80px;
  }

  .wide {
    overflow-x: auto;
    padding: 6px 0;
  }

  table {
    border-collapse: collapse;
  }

  th,
  td {
    padding: 3px 14px 3px 0;
    text-align: left;
    vertical-align: top;
    border-bottom: 1px solid var(--edge);
    white-space: nowrap;
  }

  th {
    font-weight: 400;
  }

  th > :global(*) {
    display: block;
    max-width: 180px;
    margin-bottom: 4px;
  }

  .head td {
    opacity: 0.7;
    font-style: italic;
  }

  .files {
    padding: 6px 0 0 18px;
  }
</style>
