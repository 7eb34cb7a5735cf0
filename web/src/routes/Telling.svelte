<script lang="ts">
  /** Who is told of alarms, how, and whether it works; and the alarm system in figures. */
  import { onMount } from 'svelte'
  import { alarms } from '../lib/alarm/alarms.svelte'
  import { RULES, URGENCIES } from '../lib/alarm/words'
  import { api, asTyped, dataOf } from '../lib/api/client'
  import type { Figures, Telling, Urgency, WayView } from '../lib/api/types'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import { duration, fixed } from '../lib/units'
  import { when } from '../lib/when'
  import { confirmed } from '../lib/parts/ask.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'
  import { Work } from '../lib/parts/work.svelte'

  const work = new Work()

  let telling = $state.raw<Telling | null>(null)
  let figures = $state.raw<Figures | null>(null)
  let days = $state(30)
  let permission = $state('Notification' in window ? Notification.permission : 'denied')
  const BLANK = { person: '', kind: 'EMAIL' as WayView['kind'], address: '', least: 'SOON' as Urgency, quietFrom: '', quietUntil: '', turn: 0, fahrenheit: false, plainHttp: false }
  let form = $state<(typeof BLANK & { id: string | null }) | null>(null)

  const load = () =>
    work.run(async () => {
      figures = await dataOf(api.get('/alarm-figures', { params: { query: { days } } }))
      if (session.mayPlan) telling = await dataOf(api.get('/ways'))
    })
  onMount(() => {
    void load()
    const timer = setInterval(() => {
      if (!form) void load()
    }, 5_000)
    return () => clearInterval(timer)
  })
  // Another role sees other things.
  $effect(() => {
    void session.role
    void load()
  })

  const minutes = (text: string) => {
    if (text === '') return null
    const [hour, minute] = text.split(':').map(Number) as [number, number]
    return hour * 60 + minute
  }
  const clockOf = (of: number | null) => (of === null ? '' : `${String(Math.floor(of / 60)).padStart(2, '0')}:${String(of % 60).padStart(2, '0')}`)
  function begin(way: WayView | null) {
    form = way ? { ...way, quietFrom: clockOf(way.quietFrom), quietUntil: clockOf(way.quietUntil) } : { ...BLANK, id: null }
  }
  const save = () =>
    work.run(async () => {
      const { person, kind, address, least, turn, fahrenheit, plainHttp } = form!
      const body = asTyped({ person, kind, address, least, turn, fahrenheit, plainHttp, quietFrom: minutes(form!.quietFrom), quietUntil: minutes(form!.quietUntil) })
      telling = form!.id ? await dataOf(api.put('/ways/{id}', { params: { path: { id: form!.id } }, body })) : await dataOf(api.post('/ways', { body }))
      form = null
    })
  const test = (way: WayView) => work.run(async () => void (telling = await dataOf(api.post('/ways/{id}/test', { params: { path: { id: way.id } } }))))
  const remove = (way: WayView) =>
    work.run(async () => {
      if (!(await confirmed(`Remove ${way.address}?`, `${way.person} gets no alarm there any more.`, 'Remove contact'))) return
      telling = await dataOf(api.remove('/ways/{id}', { params: { path: { id: way.id } } }))
    })
  async function allowNotes() {
    permission = await Notification.requestPermission()
    prefs.notify = permission === 'granted'
  }
  const undelivered = $derived(telling?.messages.filter((each) => each.sentAt === null && (each.droppedWhy === null || each.droppedWhy === 'GAVE_UP')) ?? [])
  const waiting = $derived(undelivered.filter((each) => each.trouble === null))
  const failing = $derived(undelivered.filter((each) => each.trouble !== null))
  const turn = (each: number) => (each === 0 ? 'first' : each === 1 ? 'second, when nobody has acknowledged in time' : `number ${each + 1}`)
</script>

<svelte:head><title>Who is told · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Who is told</h1>
</header>
<div class="page">
  {#if !form}<Trouble of={work.trouble} />{/if}
  <section>
    <h2>On this page</h2>
    <p class="acts">
      {#if alarms.sounds}<button class="button" onclick={() => alarms.silence()}>Sound off</button> <span>Alarms sound here while a page of Kiln Ward is open.</span>
      {:else}<button class="button" onclick={() => alarms.allowSound()}>Sound on</button>
        <span class="quiet">A browser lets a page sound only after somebody pressed something on it.</span>{/if}
    </p>
    <p class="acts">
      {#if permission === 'granted'}
        <label><input type="checkbox" bind:checked={prefs.notify} /> Show alarms beside the page, too, in this browser</label>
      {:else if permission === 'default'}<button class="button" onclick={allowNotes}>Show alarms beside the page</button>
      {:else}<span class="quiet">This browser does not let pages show notes beside them.</span>{/if}
    </p>
  </section>

  {#if !session.mayPlan}
    <p>Whom messages are sent to is for leads and the owner to see.</p>
  {:else if telling}
    <section>
      <h2>People, wherever they are</h2>
      {#if failing.length > 0}
        <p class="undelivered" role="alert">
          <span class="mark act" aria-hidden="true">◆</span><b>{failing.length === 1 ? 'One message was' : `${failing.length} messages were`} not delivered:</b>
          {failing[0]!.person}, {failing[0]!.address}: {failing[0]!.trouble}
        </p>
      {/if}
      {#if telling.ways.length === 0}<p><b>Nobody is told.</b> An alarm is seen only by who looks at a page.</p>{/if}
      <ul>
        {#each telling.ways as way (way.id)}
          <li>
            <p><b>{way.person}</b>, {way.kind === 'EMAIL' ? 'mail to' : 'web hook at'} {way.address}</p>
            <p class="small">
              {turn(way.turn)}; of {way.least === 'MIND' ? 'everything' : way.least === 'SOON' ? 'what is soon or now' : 'what is now'}{way.quietFrom === null
                ? ''
                : `; between ${clockOf(way.quietFrom)} and ${clockOf(way.quietUntil)} only of harm`}; in °{way.fahrenheit ? 'F' : 'C'}
            </p>
            <p class="small">
              {#if way.trouble}<span class="mark act" aria-hidden="true">◆</span><b>Not taken: {way.trouble}</b>
              {:else if way.provenAt}<span class="mark well" aria-hidden="true">■</span>A test was handed over {when(way.provenAt, 'moment')}
              {:else if way.testedAt}<span class="mark none" aria-hidden="true">□</span>A test is under way
              {:else}<span class="mark mind" aria-hidden="true">▲</span>Never tested{/if}
            </p>
            {#if way.secret}<details>
                <summary class="small">What its calls are signed with</summary><code>{way.secret}</code>
              </details>{/if}
            <p class="acts">
              <button class="button" onclick={() => test(way)}>Send a test</button>
              <button class="link small" onclick={() => begin(way)}>Change</button>
              <button class="link small" onclick={() => remove(way)}>Remove</button>
            </p>
          </li>
        {/each}
      </ul>
      {#if !form}<p><button class="button main" onclick={() => begin(null)}>Tell somebody</button></p>{/if}
      {#if form}
        <form
          onsubmit={(event) => {
            event.preventDefault()
            void save()
          }}
          aria-label="A way to tell somebody"
        >
          <label>Who <input bind:value={form.person} maxlength="80" required /></label>
          <label>How <select bind:value={form.kind} disabled={form.id !== null}><option value="EMAIL">mail</option><option value="HOOK">web hook</option></select></label>
          <label
            >{form.kind === 'EMAIL' ? 'Mail address' : 'Address, with https://'}
            <input bind:value={form.address} maxlength="300" required aria-invalid={work.at('address') ? true : undefined} /></label
          >
          {#if work.at('address')}<p class="error">{work.at('address')}</p>{/if}
          {#if form.kind === 'HOOK' && (session.role === 'OWNER' || form.plainHttp)}
            <label class="tick"
              ><input type="checkbox" bind:checked={form.plainHttp} disabled={session.role !== 'OWNER'} /> Allow http://: the message is not encrypted on its way</label
            >
            {#if work.at('plainHttp')}<p class="error">{work.at('plainHttp')}</p>{/if}
          {/if}
          <label
            >Of what <select bind:value={form.least}>
              {#each Object.entries(URGENCIES) as [each, words] (each)}<option value={each}>{words.words.toLowerCase()} and what is more urgent</option>{/each}
            </select></label
          >
          <label>Quiet from <input type="time" bind:value={form.quietFrom} /></label>
          <label>until <input type="time" bind:value={form.quietUntil} /></label>
          {#if work.at('quietUntil')}<p class="error">{work.at('quietUntil')}</p>{/if}
          <p class="small quiet">Quiet hours never silence harm.</p>
          <label
            >Turn <select bind:value={form.turn}
              >{#each [0, 1, 2, 3] as each (each)}<option value={each}>{turn(each)}</option>{/each}</select
            ></label
          >
          <label class="tick"><input type="checkbox" bind:checked={form.fahrenheit} /> in °F</label>
          <Trouble of={work.trouble} atFields />
          <p class="acts"><button class="button main">Keep</button> <button class="button" type="button" onclick={() => (form = null)}>Leave it</button></p>
        </form>
      {/if}
    </section>
    <section>
      <h2>When the server itself is gone</h2>
      {#if telling.heartbeat}
        <p>
          {#if telling.heartbeatTrouble}<span class="mark act" aria-hidden="true">◆</span><b>The last sign of life was not taken: {telling.heartbeatTrouble}.</b>
          {:else if telling.heartbeatAt}<span class="mark well" aria-hidden="true">■</span>A sign of life goes to an outside address, last {when(telling.heartbeatAt, 'minute')}.
            Who watches there misses it when nothing here can tell.
          {:else}The first sign of life is on its way.{/if}
        </p>
      {:else}<p>
          <span class="mark mind" aria-hidden="true">▲</span>No sign of life goes to an outside address: when this server, its mains or its line fails, nobody is told. Whoever runs
          it sets one.
        </p>{/if}
    </section>
    {#if telling.messages.length > 0}
      <section>
        <h2>Messages</h2>
        {#if waiting.length > 0}<p class="small">{waiting.length} wait for their turn.</p>{/if}
        <div class="wide">
          <table>
            <thead><tr><th scope="col">What</th><th scope="col">To</th><th scope="col">When</th><th scope="col">Became of it</th></tr></thead>
            <tbody>
              {#each telling.messages.slice(0, 30) as each (each.id)}
                <tr>
                  <td>{each.subject}</td>
                  <td>{each.person}, {each.address}</td>
                  <td>{when(each.dueAt, 'minute')}</td>
                  <td
                    >{#if each.sentAt}■ handed over{:else if each.droppedWhy === 'ACKNOWLEDGED'}□ somebody knew before{:else if each.droppedWhy === 'OVER'}□ it was over before{:else if each.droppedWhy === 'REMOVED'}□
                      channel removed{:else if each.droppedWhy}◆ given up: {each.trouble}{:else if each.trouble}◆ {each.attempts} × not taken: {each.trouble}{:else}□ waits for its
                      turn{/if}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </section>
    {/if}
  {/if}

  {#if figures}
    <section>
      <h2>The alarms in figures</h2>
      <p>
        <label
          ><span class="sr-only">Over</span><select bind:value={days} onchange={load}>
            <option value={1}>the last day</option><option value={7}>the last 7 days</option><option value={30}>the last 30 days</option><option value={365}>the last year</option>
          </select></label
        >
      </p>
      <p>
        {fixed(figures.perDay, 1)} alarms a day that people were told of; {figures.raised} in all. {figures.standing} open now, {figures.stale} of them longer than a day, {figures.shelved}
        put aside. {figures.chattering} chattering.
        {#if figures.medianAckS !== null}Half were acknowledged within {duration(figures.medianAckS)}.{/if}
        {#if figures.harmedShare !== null}{fixed(100 * figures.harmedShare, 0)} % came to harm.{/if}
      </p>
      {#if figures.rules.length > 0}
        <div class="wide">
          <table>
            <thead>
              <tr><th scope="col">Rule</th><th scope="col">Alarms</th><th scope="col">Chattered</th><th scope="col">Over in 10 min</th><th scope="col">Deserves</th></tr>
            </thead>
            <tbody>
              {#each figures.rules as each (each.ruleId)}
                <tr>
                  <th scope="row"><a href="/chambers/{each.chamberId}/run#alarms">{each.chamber}, {each.series}: {RULES[each.kind]}</a></th>
                  <td class="mono">{each.raised}</td><td class="mono">{each.chattered}</td><td class="mono">{each.unneeded}</td><td>{each.deserves ?? '–'}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      {/if}
      <p class="small quiet">Measures after ANSI/ISA-18.2.</p>
    </section>
  {/if}
</div>

<style>
  .page {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
    padding: 16px 22px;
    max-width: 1000px;
  }

  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }

  th,
  td {
    padding: 6px 10px 6px 0;
    text-align: left;
    vertical-align: top;
  }

  th[scope='row'] {
    font-weight: 400;
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }

  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    padding: 10px 0;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }

  form {
    display: grid;
    gap: 8px;
    max-width: 480px;
    padding: 12px 0;
    border-top: 3px solid var(--ink);
  }

  form label:not(.tick) {
    display: grid;
    gap: 2px;
  }

  code {
    overflow-wrap: anywhere;
  }

  .undelivered {
    padding: 8px 12px;
    background: var(--alarm-ground);
  }

  .wide {
    overflow-x: auto;
  }
</style>
