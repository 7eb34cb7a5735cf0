<script lang="ts">
  /** Who changed what: the newest first, by chamber, person and thing. Nothing here can be changed. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { AuditPage, AuditView, ChainView, ChamberView } from '../lib/api/types'
  import { thingName, thingNamed, valueName, valueSaid } from '../lib/people/changed'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import { Work } from '../lib/parts/work.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'

  const work = new Work()

  let page = $state.raw<AuditPage | null>(null)
  let entries = $state.raw<AuditView[]>([])
  let chambers = $state.raw<ChamberView[]>([])
  let chain = $state.raw<ChainView | null>(null)
  let looking = $state(false)
  let asked = $state({ chamber: new URLSearchParams(location.search).get('chamber') ?? '', who: '', thing: '', from: '', to: '' })
  const WHAT: Record<string, string> = {
    ADDED: 'added',
    CHANGED: 'changed',
    REMOVED: 'removed',
    SIGNED_IN: 'signed in',
    SIGN_IN_FAILED: 'failed to sign in',
    SIGNED_OUT: 'signed out',
    TAKEN_OUT: 'taken out',
  }
  const day = (text: string, after = 0) => (text ? new Date(new Date(`${text}T00:00`).getTime() + after * 86_400_000).toISOString() : undefined)
  const query = $derived({
    chamber: asked.chamber || undefined,
    who: asked.who || undefined,
    thing: asked.thing || undefined,
    from: day(asked.from),
    to: day(asked.to, 1),
  })
  const file = $derived(`/api/v1/audit.csv?${new URLSearchParams(Object.entries(query).filter((each): each is [string, string] => each[1] !== undefined))}`)
  const name = (id: string | null) => chambers.find((each) => each.id === id)?.plan.name ?? (id ? 'a removed chamber' : '')

  const load = (more = false) =>
    work.run(async () => {
      page = await dataOf(api.get('/audit', { params: { query: { ...query, before: more ? entries.at(-1)!.id : undefined } } }))
      entries = more ? [...entries, ...page.entries] : page.entries
    })
  onMount(() => {
    if (!session.mayPlan) return
    void load()
    void work.run(async () => void (chambers = await dataOf(api.get('/chambers'))))
  })
  const verify = async () => {
    looking = true
    await work.run(async () => void (chain = await dataOf(api.get('/backups/chain'))))
    looking = false
  }
</script>

<svelte:head><title>Record of changes · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Record of changes</h1>
</header>
<div class="column broad">
  {#if !session.mayPlan}
    <p>The record of changes is for leads and owners to see.</p>
  {:else}
    <form class="no-print" onchange={() => void load()} onsubmit={(event) => event.preventDefault()}>
      <label
        >Chamber <select bind:value={asked.chamber}
          ><option value="">all, and the site</option>{#each chambers as each (each.id)}<option value={each.id}>{each.plan.name}</option>{/each}</select
        ></label
      >
      <label
        >Who <select bind:value={asked.who}
          ><option value="">everybody</option>{#each page?.people ?? [] as each (each)}<option>{each}</option>{/each}</select
        ></label
      >
      <label
        >What <select bind:value={asked.thing}
          ><option value="">everything</option>{#each page?.things ?? [] as each (each)}<option value={each}>{thingName(each)}</option>{/each}</select
        ></label
      >
      <label>From <input type="date" bind:value={asked.from} /></label>
      <label>to <input type="date" bind:value={asked.to} /></label>
      <a class="button" href={file} download>As a file (CSV)</a>
    </form>
    <Trouble of={work.trouble} />
    {#if page}
      <p class="small quiet">
        Sealed up to number {page.head.seq}: <code>{page.head.hash.slice(0, 16)}…</code>
        {#if session.mayOwn}<button class="link small no-print" disabled={looking} onclick={verify}>{looking ? 'Looking through all of it …' : 'Look whether it is whole'}</button
          >{/if}
      </p>
      {#if chain}
        <p role="status" class:error={chain.broken}>
          {#if chain.broken}<span class="mark act" aria-hidden="true">◆</span><b>The record is not whole: {chain.broken}.</b> Somebody has changed it past Kiln Ward.
          {:else}<span class="mark well" aria-hidden="true">■</span>All {chain.seq} are as they were written.{/if}
        </p>
      {/if}
      <ol>
        {#each entries as each (each.id)}
          <li>
            <p>
              <span class="quiet">{when(each.at, 'minute')}</span>
              <b>{each.who}</b>
              {#if each.thing === 'session'}{WHAT[each.what]}
              {:else}<span>{WHAT[each.what] ?? each.what}</span> <b>{thingName(each.thing)}</b>{each.named ? ` “${thingNamed(each.thing, each.named)}”` : ''}{/if}
              {#if each.chamberId}<span class="quiet">in {name(each.chamberId)}</span>{/if}
              {#if each.origin}<span class="small quiet">from {each.origin}</span>{/if}
            </p>
            {#if each.why}<p class="why">{each.why}</p>{/if}
            {#if each.changes.length > 0}
              <details open={each.changes.length <= 4}>
                <summary class="small">{each.changes.length === 1 ? 'One value' : `${each.changes.length} values`}</summary>
                <dl>
                  {#each each.changes as change (change.path)}
                    <dt>{valueName(change.path)}</dt>
                    <dd>
                      {#if change.before !== null}<del>{valueSaid(change.path, change.before)}</del> →
                      {:else if each.what !== 'ADDED'}<span class="quiet">nothing</span> →{/if}
                      {#if change.after !== null}<ins>{valueSaid(change.path, change.after)}</ins>{:else}<span class="quiet">nothing</span>{/if}
                    </dd>
                  {/each}
                </dl>
              </details>
            {/if}
          </li>
        {:else}<li class="quiet">Nothing was changed there.</li>{/each}
      </ol>
      {#if page.more}<p><button class="button" onclick={() => load(true)}>Older ones</button></p>{/if}
    {:else if !work.trouble}<p class="quiet">Fetching the record …</p>{/if}
  {/if}
</div>

<style>
  .broad > form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    max-width: none;
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }

  .why {
    padding-left: 14px;
    border-left: 3px solid var(--hairline);
  }

  dl {
    display: grid;
    grid-template-columns: minmax(120px, auto) minmax(0, 1fr);
    gap: 2px 16px;
    margin: 4px 0 0;
  }

  dt {
    color: var(--quiet);
  }

  dd {
    margin: 0;
    max-height: 12em;
    overflow: auto;
  }

  del {
    color: var(--quiet);
  }

  ins {
    font-weight: 700;
    text-decoration: none;
  }

  @media (max-width: 600px) {
    dl {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
