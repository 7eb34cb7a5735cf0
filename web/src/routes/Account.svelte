<script lang="ts">
  /** One's own account: what lets one in, where one is signed in, and what is kept of one. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { AccountView } from '../lib/api/types'
  import { canPasskeys, makePasskey } from '../lib/people/passkey'
  import PasswordField from '../lib/people/PasswordField.svelte'
  import { levelName } from '../lib/people/words'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import Trouble from '../lib/parts/Trouble.svelte'
  import { Work } from '../lib/parts/work.svelte'

  const work = new Work()
  const attempt = (task: () => Promise<unknown>, done = '') =>
    work.run(async () => {
      await task()
      account = await dataOf(api.get('/account'))
    }, done)

  let account = $state.raw<AccountView | null>(null)
  let form = $state({ current: '', next: '', label: '', goodbye: '' })

  onMount(() => {
    if (!session.demo) void attempt(async () => undefined)
  })
  const changePassword = () =>
    attempt(async () => {
      await api.post('/account/password', { body: { current: account!.passwordAt ? form.current : null, next: form.next } })
      form.current = form.next = ''
    }, 'The password is changed. Everywhere else you are signed out.')
  const addPasskey = () =>
    attempt(async () => {
      const credential = await makePasskey(await dataOf(api.post('/account/passkeys/asked')))
      await api.post('/account/passkeys', { body: { label: form.label || 'Passkey', credential } })
      form.label = ''
    }, 'The passkey lets you in from now on.')
  const removePasskey = (id: string) => attempt(() => api.remove('/account/passkeys/{id}', { params: { path: { id } } }), 'The passkey lets nobody in any more.')
  const end = (id: string) => attempt(() => api.remove('/account/sessions/{id}', { params: { path: { id } } }), 'Signed out there.')
  const takeOut = () =>
    attempt(async () => {
      await api.post('/account/end', { body: { name: form.goodbye } })
      await session.load()
    })
  const endAll = () => attempt(() => api.remove('/account/sessions'), 'Signed out everywhere else.')
  /** What a browser calls itself, in few words. */
  const device = (agent: string) => {
    const of = /(iPhone|iPad|Android|Windows|Macintosh|Linux)/.exec(agent)?.[1]
    const by = /(Firefox|Edg|Chrome|Safari)\//.exec(agent)?.[1]
    return [by === 'Edg' ? 'Edge' : by, of === 'Macintosh' ? 'Mac' : of].filter(Boolean).join(' on ') || agent.slice(0, 40) || 'unknown'
  }
</script>

<svelte:head><title>Your account · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>{account?.name ?? 'Your account'}</h1>
</header>
<div class="column">
  {#if session.demo}
    <p>In the demo nobody has an account: pick a role at the foot of the page.</p>
  {:else if !account}
    <Trouble of={work.trouble} />
    {#if !work.trouble}<p class="quiet">Fetching your account …</p>{/if}
  {:else}
    <p class="said" role="status">{work.said}</p>
    <Trouble of={work.trouble} atFields />
    <section>
      <h2>You</h2>
      <p>{account.email ?? 'No mail address'}. Here since {when(account.madeAt, 'day')}.</p>
      <ul>
        {#each account.sites as each (each.id)}<li>{each.name}: {levelName(each.level)}</li>{:else}<li>You belong to no site. An owner of one can give you a link.</li>{/each}
      </ul>
      <p><button class="button" onclick={() => session.signOut()}>Sign out here</button></p>
    </section>

    <section>
      <h2>Passkeys</h2>
      {#if !session.passkeys}
        <p class="quiet">Browsers offer passkeys only at an address with a name and TLS. Whoever runs the server can give it one.</p>
      {:else}
        <ul>
          {#each account.passkeys as each (each.id)}
            <li class="line">
              <span><b>{each.label}</b> <span class="quiet">made {when(each.madeAt, 'day')}{each.usedAt ? `, last used ${when(each.usedAt, 'minute')}` : ''}</span></span>
              <button class="link small" disabled={work.busy} onclick={() => removePasskey(each.id)}>Remove {each.label}</button>
            </li>
          {:else}<li class="quiet">None yet. A passkey cannot be guessed, nor given to a false page.</li>{/each}
        </ul>
        {#if canPasskeys()}
          <form
            onsubmit={(event) => {
              event.preventDefault()
              void addPasskey()
            }}
          >
            <label>What to call it <input bind:value={form.label} maxlength="80" placeholder="phone, key on the ring" /></label>
            <p><button class="button" disabled={work.busy}>Make a passkey</button></p>
          </form>
        {/if}
      {/if}
    </section>

    <section>
      <h2>Password</h2>
      <form
        onsubmit={(event) => {
          event.preventDefault()
          void changePassword()
        }}
      >
        <!-- So that a password manager knows whose it is. -->
        <input class="sr-only" tabindex="-1" aria-hidden="true" autocomplete="username" value={account.name} readonly />
        {#if account.passwordAt}
          <p class="quiet">Set {when(account.passwordAt, 'day')}. It need not be changed from time to time.</p>
          <PasswordField label="The one you have" bind:value={form.current} error={work.at('current')} />
        {:else}<p class="quiet">You have none; a passkey lets you in.</p>{/if}
        <PasswordField label="The new one" fresh bind:value={form.next} error={work.at('next')} />
        <p><button class="button" disabled={work.busy}>Change it</button></p>
      </form>
    </section>

    <section>
      <h2>What is kept of you</h2>
      <p><a class="button" href="/api/v1/account/data" download>All of it, as a file (JSON)</a></p>
      <details>
        <summary>Take yourself out</summary>
        <p>
          Your account, passkeys and sessions are gone, and in all that is kept stands that somebody did it, and not who. What you typed into notes stays as it is. It cannot be
          undone. The only owner of a site makes somebody else one first. Backups keep what they have until their time is over.
        </p>
        <form
          onsubmit={(event) => {
            event.preventDefault()
            void takeOut()
          }}
        >
          <label>Your name, as it stands here <input bind:value={form.goodbye} autocomplete="off" required /></label>
          {#if work.at('name')}<p class="error">The name {work.at('name')}.</p>{/if}
          <p><button class="button" disabled={work.busy}>Take me out</button></p>
        </form>
      </details>
    </section>

    <section>
      <h2>Where you are signed in</h2>
      <ul>
        {#each account.sessions as each (each.id)}
          <li class="line">
            <span><b>{device(each.with)}</b> <span class="quiet">from {each.from}, since {when(each.since, 'minute')}, last seen {when(each.seenAt, 'minute')}</span></span>
            {#if each.isThis}<span class="small">this one</span>{:else}<button class="link small" disabled={work.busy} onclick={() => end(each.id)}>Sign out there</button>{/if}
          </li>
        {/each}
      </ul>
      {#if account.sessions.length > 1}<p><button class="button" disabled={work.busy} onclick={endAll}>Sign out everywhere else</button></p>{/if}
    </section>
  {/if}
</div>
