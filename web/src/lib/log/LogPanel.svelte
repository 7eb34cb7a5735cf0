<script lang="ts">
  /** The log at the box: what is done most here is one press, anything else a line as it is said. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { BatchView, EntryKind, LogEntryView, NewLogEntry, UnderstoodView, UsualView } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { session } from '../session.svelte'
  import Handed from './Handed.svelte'
  import { when } from '../when'
  import { Log } from './log.svelte'
  import { KINDS, told } from './words'
  import NumberInput from '../parts/NumberInput.svelte'

  let { chamberId }: { chamberId: string } = $props()
  // svelte-ignore state_referenced_locally
  const log = new Log(chamberId)
  let batches = $state.raw<BatchView[]>([])
  let batchId = $state('')
  let line = $state('')
  let understood = $state.raw<UnderstoodView[] | null>(null)
  let lineTrouble = $state.raw<Problem | null>(null)
  let at = $state('')
  let asked = $state<{ kind: EntryKind; unit: UsualView['unit']; counted: boolean; amount: number | null; pieces: number | null; said: string } | null>(null)
  let correcting = $state.raw<LogEntryView | null>(null)
  let only = $state<'' | EntryKind>('')
  let words = $state('')
  let said = $state('')

  onMount(() => {
    void log.send()
    void dataOf(api.get('/chambers/{chamberId}/batches', { params: { path: { chamberId } } })).then(
      (found) => {
        batches = found.filter((each) => each.endedAt === null)
        if (batches.length === 1) batchId = batches[0]!.id
      },
      () => {},
    )
    const again = () => void log.send()
    addEventListener('online', again)
    const timer = setInterval(() => {
      if (log.trouble?.isAway) void (log.queue.length > 0 ? log.send() : log.load())
    }, 5_000)
    return () => {
      removeEventListener('online', again)
      clearInterval(timer)
    }
  })

  const blank = (kind: EntryKind): NewLogEntry => ({
    id: crypto.randomUUID(),
    kind,
    at: at === '' ? new Date().toISOString() : new Date(at).toISOString(),
    amount: null,
    pieces: null,
    temperatureC: null,
    humidityPct: null,
    said: '',
    batchId: batchId === '' ? null : batchId,
    corrects: correcting?.id ?? null,
  })
  async function write(entries: NewLogEntry[]) {
    const sent = await log.write(entries)
    said = sent ? 'Written down.' : log.trouble?.isAway ? 'Kept in this browser: it is sent when the server answers.' : ''
    if (sent || log.trouble?.isAway) {
      line = ''
      understood = null
      asked = null
      correcting = null
      at = ''
    }
  }
  /** What needs nothing more is written with one press. */
  function press(usual: UsualView) {
    if (usual.kind === 'NOTE' || usual.kind === 'READ' || usual.unit !== 'NONE' || usual.counted) asked = { ...usual, amount: null, pieces: null, said: '' }
    else void write([blank(usual.kind)])
  }
  async function understand() {
    try {
      understood = await dataOf(api.post('/calc/entry-line', { body: { text: line, fahrenheit: prefs.unit === 'F' } }))
      lineTrouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      // Without the server the line is kept as it was said.
      if (failed.isAway) void write([{ ...blank('NOTE'), said: line }])
      else lineTrouble = failed
    }
  }
  const confirmed = () =>
    write(
      understood!.map((each) => ({
        ...blank(each.kind),
        amount: each.amount,
        pieces: each.pieces,
        temperatureC: each.temperatureC,
        humidityPct: each.humidityPct,
        said: each.rest,
      })),
    )
  function putRight() {
    const back = log.takeBack()
    if (!back) return
    asked = {
      kind: back.kind,
      unit: usualOf(back.kind).unit,
      counted: back.pieces !== null,
      amount: back.amount,
      pieces: back.pieces,
      said: back.said,
    }
  }
  /** So many kinds have a button of their own. */
  const BUTTONS = 5
  /** What a kind asks for, as the server says; before it was heard of, only what was said. */
  const usualOf = (kind: EntryKind): UsualView => log.usual.find((each) => each.kind === kind) ?? { kind, unit: 'NONE', counted: false, times: 0 }
  const other = (kind: EntryKind) => press(usualOf(kind))
  const shown = $derived(
    (log.entries ?? []).filter(
      (each) =>
        (only === '' || each.kind === only) &&
        words
          .toLowerCase()
          .split(/\s+/)
          .every((word) => `${told(each, prefs.unit)} ${each.said} ${each.author}`.toLowerCase().includes(word)),
    ),
  )
  function correct(entry: LogEntryView) {
    correcting = entry
    at = ''
    line = [told(entry, prefs.unit), entry.said].filter((each) => each !== '').join(' ')
    understood = null
    document.getElementById('log-line')?.focus()
  }
</script>

{#if session.mayKey}
  <section class="quick" aria-label="Write down">
    <div class="usual">
      {#each log.usual.slice(0, BUTTONS) as each (each.kind)}<button class="button" onclick={() => press(each)}>{KINDS[each.kind].press}</button>{/each}
      <label class="more"
        ><span class="sr-only">Something else</span><select
          value=""
          onchange={(event) => {
            const kind = event.currentTarget.value as EntryKind
            event.currentTarget.value = ''
            other(kind)
          }}
        >
          <option value="" disabled>else …</option>
          {#each Object.entries(KINDS) as [kind, { press: name }] (kind)}<option value={kind}>{name}</option>{/each}
        </select></label
      >
    </div>
    {#if asked}
      <form
        class="asked"
        aria-label={KINDS[asked.kind].press}
        onsubmit={(event) => {
          event.preventDefault()
          const { kind, amount, pieces, said: words } = asked!
          if (kind === 'READ') {
            line = words
            asked = null
            void understand()
          } else void write([{ ...blank(kind), amount, pieces, said: words }])
        }}
      >
        <b>{KINDS[asked.kind].press}</b>
        {#if asked.unit !== 'NONE'}<label
            >{asked.unit === 'LITRES' ? 'Litres' : 'Grams together'}
            <NumberInput bind:value={asked.amount} min={0} required={asked.unit === 'GRAMS'} /></label
          >{/if}
        {#if asked.counted}<label>How many <NumberInput bind:value={asked.pieces} min={0} whole /></label>{/if}
        <label
          >{asked.kind === 'READ' ? 'Temperature, humidity' : asked.kind === 'NOTE' ? 'What' : 'Anything to say'}
          <input
            bind:value={asked.said}
            maxlength="1000"
            required={asked.kind === 'NOTE' || asked.kind === 'READ'}
            placeholder={asked.kind === 'READ' ? (prefs.unit === 'F' ? '79 71' : '26.1 71') : ''}
          /></label
        >
        <button class="button main">Write down</button> <button class="link small" type="button" onclick={() => (asked = null)}>Leave it</button>
      </form>
    {/if}
    <form
      class="line"
      onsubmit={(event) => {
        event.preventDefault()
        void understand()
      }}
    >
      <label for="log-line">{correcting ? `Instead of “${told(correcting, prefs.unit)}”` : 'Or say it in a line'}</label>
      <div class="row">
        <input
          id="log-line"
          bind:value={line}
          oninput={() => (understood = null)}
          maxlength="300"
          required
          autocomplete="off"
          placeholder={prefs.unit === 'F' ? '79 71 topped up 200 ml' : '26.1 71 topped up 200 ml'}
        />
        <button class="button">Read it</button>
      </div>
      {#if correcting}<p class="small">
          The entry of {when(correcting.at, 'minute')} stays and shows that it was corrected.
          <button class="link" type="button" onclick={() => ((correcting = null), (line = ''))}>Leave it</button>
        </p>{/if}
    </form>
    {#if lineTrouble}<p class="error" role="alert">{lineTrouble.errors[0]?.allowed ?? lineTrouble.detail}</p>{/if}
    {#if understood}
      <div class="understood" role="status">
        <p>Understood:</p>
        <ul>
          {#each understood as each, i (i)}<li><b>{told(each, prefs.unit)}</b>{each.rest ? ` “${each.rest}”` : ''}</li>{/each}
        </ul>
        <p class="acts">
          <button class="button main" onclick={confirmed}>That is right</button> <button class="link small" onclick={() => (understood = null)}>Say it again</button>
        </p>
      </div>
    {/if}
    <p class="row small">
      <label>At <input type="datetime-local" bind:value={at} aria-label="When, if not now" /></label>{#if at === ''}<span class="quiet">now</span>{/if}
      {#if batches.length > 1}<label
          >of <select bind:value={batchId}
            ><option value="">the whole chamber</option>{#each batches as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
          ></label
        >{/if}
    </p>
    {#if said}<p class="small" role="status">{said}</p>{/if}
    {#if log.queue.length > 0}
      <p role="alert">
        <span class="mark mind" aria-hidden="true">▲</span>{log.queue.length === 1 ? 'One entry waits' : `${log.queue.length} entries wait`} in this browser.
        {#if log.trouble && !log.trouble.isAway}<b>Refused: {log.trouble.errors[0] ? `${log.trouble.errors[0].field} ${log.trouble.errors[0].allowed}` : log.trouble.detail}</b>
          <button class="button" onclick={putRight}>Put it right</button>{:else}<button class="link" onclick={() => log.send()}>Send now</button>{/if}
      </p>
    {/if}
  </section>
{/if}
<section>
  <div class="row">
    <label
      ><span class="sr-only">Only</span><select bind:value={only}
        ><option value="">everything</option>{#each Object.entries(KINDS) as [kind, { done }] (kind)}<option value={kind}>{done}</option>{/each}</select
      ></label
    >
    <label><span class="sr-only">Search</span><input type="search" placeholder="Search" bind:value={words} /></label>
    <label
      ><span class="sr-only">Days</span><select bind:value={log.days} onchange={() => log.load()}
        ><option value={30}>30 days</option><option value={365}>a year</option><option value={1095}>three years</option></select
      ></label
    >
    <a class="small" href="#timeline" onclick={() => setTimeout(() => dispatchEvent(new HashChangeEvent('hashchange')))}>With alarms and settings</a>
  </div>
  {#if log.trouble && log.queue.length === 0}<p class="error" role="alert">{log.trouble.detail} <button class="link small" onclick={() => log.load()}>Try again</button></p>{/if}
  {#if log.entries?.length === 0}<p>Nothing is written down yet.</p>
  {:else if log.entries && shown.length === 0}<p>Nothing fits what you look for.</p>{/if}
  <ol>
    {#each shown as each (each.id)}
      <li class:corrected={each.correctedBy !== null && each.correctedBy !== undefined}>
        <time class="mono" datetime={each.at}>{when(each.at, 'minute')}</time>
        <span>
          <b>{told(each, prefs.unit)}</b>{each.said ? ` “${each.said}”` : ''}
          <span class="quiet small">{each.author}{each.corrects ? ', a correction' : ''}{each.correctedBy ? ', corrected' : ''}</span>
        </span>
        {#if session.mayKey && !each.correctedBy}<button class="link small" onclick={() => correct(each)} aria-label="Correct {told(each, prefs.unit)} of {when(each.at, 'minute')}"
            >Correct</button
          >{/if}
      </li>
    {/each}
  </ol>
  {#if session.mayPlan}<Handed {chamberId} />{/if}
</section>

<style>
  .quick,
  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    padding-bottom: 14px;
  }

  .usual {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
    gap: 8px;
    max-width: 900px;
  }

  .usual .button {
    min-height: 52px;
    justify-content: center;
  }

  .more select {
    width: 100%;
    min-height: 52px;
  }

  .row,
  .acts,
  .asked {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 12px;
  }

  .asked {
    padding: 8px 12px;
    border-left: 5px solid var(--ink);
  }

  .line .row input {
    flex: 1 1 220px;
    max-width: 520px;
    min-height: 44px;
  }

  .understood {
    padding: 8px 12px;
    border-left: 5px solid var(--keep-edge);
  }

  ul {
    margin: 4px 0;
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 12px;
    padding: 6px 0;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }

  ul li {
    display: list-item;
    border: 0;
    padding: 0;
  }

  .corrected b {
    text-decoration: line-through;
  }
</style>
