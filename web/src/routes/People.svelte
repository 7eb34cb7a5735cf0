<script lang="ts">
  /** Who belongs to the site, what they may do, and who is asked to come. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { InvitationView, LinkOnce, MemberView, Role } from '../lib/api/types'
  import { LEVELS, levelName, timeZones } from '../lib/people/words'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import { confirmed } from '../lib/parts/ask.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'
  import { Work } from '../lib/parts/work.svelte'

  const work = new Work()
  const attempt = (task: () => Promise<unknown>, done = '') =>
    work.run(async () => {
      await task()
      people = await dataOf(api.get('/people'))
      if (session.mayOwn) invitations = await dataOf(api.get('/invitations'))
    }, done)

  let people = $state.raw<MemberView[] | null>(null)
  let invitations = $state.raw<InvitationView[]>([])
  let fresh = $state.raw<(LinkOnce & { why: string }) | null>(null)
  let asked = $state<{ level: Role; days: number }>({ level: 'KEEPER', days: 7 })
  let site = $state({ name: '', timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, altitudeM: '0' })

  onMount(() => void attempt(async () => undefined))

  const invite = () => attempt(async () => void (fresh = { ...(await dataOf(api.post('/invitations', { body: asked }))), why: `lets one person in as ${levelName(asked.level)}` }))
  const withdraw = (id: string) => attempt(() => api.remove('/invitations/{id}', { params: { path: { id } } }), 'The link lets nobody in any more.')
  const change = (who: MemberView, level: Role) =>
    attempt(() => api.put('/people/{id}', { params: { path: { id: who.id } }, body: { level } }), `${who.name} is ${levelName(level)} now.`)
  const recover = (who: MemberView) =>
    attempt(async () => void (fresh = { ...(await dataOf(api.post('/people/{id}/recovery', { params: { path: { id: who.id } } }))), why: `lets ${who.name} set a new password` }))
  const remove = (who: MemberView) =>
    attempt(async () => {
      if (!(await confirmed(`Remove ${who.name} from this site?`, 'What they did stays in its record.', 'Remove from site'))) return
      await api.remove('/people/{id}', { params: { path: { id: who.id } } })
    })
  let here = $state({ name: session.site?.name ?? '', timeZone: session.site?.timeZone ?? 'UTC', altitudeM: String(session.site?.altitudeM ?? 0) })
  const changeSite = () =>
    attempt(async () => void (session.site = await dataOf(api.put('/site', { body: { ...here, altitudeM: Number(here.altitudeM) } }))), 'The site is changed.')
  const addSite = () =>
    attempt(async () => {
      const added = await dataOf(api.post('/sites', { body: { ...site, altitudeM: Number(site.altitudeM) } }))
      await session.lookAt(added.id)
      site.name = ''
    }, 'The site is there; you look at it now.')
  const copy = async () => {
    await navigator.clipboard.writeText(fresh!.link)
    work.said = 'Copied.'
  }
</script>

<svelte:head><title>People · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>People of {session.site?.name ?? 'the site'}</h1>
  {#if session.mayPlan}<p><a href="/record">Record of changes</a></p>{/if}
  {#if session.operates}<p><a href="/backups">Backups</a></p>{/if}
</header>
<div class="column">
  <p class="said" role="status">{work.said}</p>
  <Trouble of={work.trouble} atFields />
  {#if fresh}
    <section class="fresh" aria-label="A link that is good for once">
      <p><b>This link {fresh.why}, once, until {when(fresh.expiresAt, 'minute')}.</b> Give it to nobody else; it is shown only now.</p>
      <p><code>{fresh.link}</code></p>
      <p class="acts"><button class="button main" onclick={copy}>Copy it</button> <button class="link small" onclick={() => (fresh = null)}>It is handed on</button></p>
    </section>
  {/if}

  <section>
    <h2>Who is here</h2>
    {#if session.demo}
      <p>In the demo people are roles, picked at the foot of the page. Run in earnest, everybody has an account, and a level at each site:</p>
      <dl>
        {#each LEVELS as each (each.role)}<dt>{each.name}</dt>
          <dd>{each.may}</dd>{/each}
      </dl>
    {:else if people === null}<p class="quiet">Fetching …</p>
    {:else}
      <ul>
        {#each people as who (who.id)}
          <li class="line">
            <span
              ><b>{who.name}</b>{#if who.email}<span class="quiet"> {who.email}</span>{/if}<br /><span class="small quiet">since {when(who.since, 'day')}</span></span
            >
            {#if session.mayOwn}
              <span class="acts">
                <label
                  ><span class="sr-only">Level of {who.name}</span><select value={who.level} onchange={(event) => change(who, event.currentTarget.value as Role)}>
                    {#each LEVELS as each (each.role)}<option value={each.role}>{each.name}</option>{/each}
                  </select></label
                >
                {#if who.name !== session.name}<button class="link small" onclick={() => recover(who)}>Cannot get in</button>{/if}
                <button class="link small" onclick={() => remove(who)}>Take out</button>
              </span>
            {:else}<span>{levelName(who.level)}</span>{/if}
          </li>
        {/each}
      </ul>
    {/if}
  </section>

  {#if session.mayOwn && !session.demo}
    <section>
      <h2>Ask somebody to come</h2>
      <form
        onsubmit={(event) => {
          event.preventDefault()
          void invite()
        }}
      >
        <fieldset>
          <legend class="sr-only">As what</legend>
          {#each LEVELS as each (each.role)}
            <label class="tick"><input type="radio" bind:group={asked.level} value={each.role} /> <span><b>{each.name}</b> <span class="quiet">{each.may}</span></span></label>
          {/each}
        </fieldset>
        <label
          >The link is good for <select bind:value={asked.days}><option value={1}>a day</option><option value={7}>a week</option><option value={30}>30 days</option></select></label
        >
        <p><button class="button main">Make a link</button></p>
      </form>
      {#if invitations.length > 0}
        <h3>Links that nobody has used yet</h3>
        <ul>
          {#each invitations as each (each.id)}
            <li class="line">
              <span>{levelName(each.level)}, made by {each.by} {when(each.madeAt, 'minute')}, good until {when(each.expiresAt, 'minute')}</span>
              <button class="link small" onclick={() => withdraw(each.id)}>Withdraw</button>
            </li>
          {/each}
        </ul>
      {/if}
    </section>
    <section>
      <h2>This site</h2>
      <form
        onsubmit={(event) => {
          event.preventDefault()
          void changeSite()
        }}
      >
        <label>Name <input bind:value={here.name} maxlength="80" required /></label>
        <label
          >Time zone <select bind:value={here.timeZone}
            >{#each timeZones() as zone (zone)}<option>{zone}</option>{/each}</select
          ></label
        >
        <label>Altitude, in metres <input inputmode="decimal" bind:value={here.altitudeM} required /></label>
        <p><button class="button">Change it</button></p>
      </form>
    </section>
    <section>
      <h2>Another site</h2>
      <p class="quiet">Its people, chambers and records are apart from those here; you become its owner.</p>
      <form
        onsubmit={(event) => {
          event.preventDefault()
          void addSite()
        }}
      >
        <label>Name <input bind:value={site.name} maxlength="80" required /></label>
        {#if work.at('siteName')}<p class="error">The name {work.at('siteName')}.</p>{/if}
        <label
          >Time zone <select bind:value={site.timeZone}
            >{#each timeZones() as zone (zone)}<option>{zone}</option>{/each}</select
          ></label
        >
        <label>Altitude, in metres <input inputmode="decimal" bind:value={site.altitudeM} required /></label>
        {#if work.at('altitudeM')}<p class="error">The altitude {work.at('altitudeM')}.</p>{/if}
        <p><button class="button">Add the site</button></p>
      </form>
    </section>
  {/if}
</div>

<style>
  fieldset {
    display: grid;
    gap: 6px;
    margin: 0;
    padding: 0;
    border: 0;
  }

  .tick {
    display: flex;
    align-items: baseline;
    gap: 8px;
    min-height: var(--target);
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
  }

  .fresh {
    padding: 12px 14px;
    background: var(--alarm-ground);
  }

  code {
    overflow-wrap: anywhere;
    user-select: all;
  }

  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 6px 16px;
    margin: 0;
  }

  dt {
    font-weight: 700;
  }

  dd {
    margin: 0;
  }
</style>
