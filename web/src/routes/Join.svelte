<script lang="ts">
  /** Coming in by a link that is good for once. What stands behind the # never goes to the server in an address. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { LinkView } from '../lib/api/types'
  import { canPasskeys, makePasskey } from '../lib/people/passkey'
  import PasswordField from '../lib/people/PasswordField.svelte'
  import { LEVELS, levelName, timeZones } from '../lib/people/words'
  import { router } from '../lib/router.svelte'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import Trouble from '../lib/parts/Trouble.svelte'
  import { Work } from '../lib/parts/work.svelte'

  const work = new Work()

  const secret = location.hash.slice(1)
  let link = $state.raw<LinkView | null>(null)
  let form = $state({ name: '', email: '', password: '', site: '', timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, altitudeM: '0' })
  const error = (field: string) => work.trouble?.errors.find((each) => each.field === field || each.field.endsWith(`.${field}`))?.allowed ?? null

  async function inside() {
    // The link must not stay in what the browser remembers.
    history.replaceState(null, '', '/')
    await session.load()
    router.go('/')
  }
  onMount(() => void work.run(async () => void (link = await dataOf(api.post('/join/look', { body: { secret } })))))

  const join = (withPasskey: boolean) =>
    work.run(async () => {
      const site = link!.kind === 'FIRST' ? { name: form.site, timeZone: form.timeZone, altitudeM: Number(form.altitudeM) } : null
      const who = { secret, name: form.name, email: form.email || null, site }
      const credential = withPasskey ? await makePasskey(await dataOf(api.post('/join/passkey', { body: who }))) : null
      await api.post('/join', { body: { ...who, password: withPasskey ? null : form.password, credential } })
      await inside()
    })
  const again = () =>
    work.run(async () => {
      await api.post('/join/again', { body: { secret, password: form.password } })
      await inside()
    })
  const too = () =>
    work.run(async () => {
      await api.post('/join/too', { body: { secret } })
      await inside()
    })
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    const byPasskey = (event.submitter as HTMLButtonElement | null)?.value === 'passkey'
    void (link!.kind === 'RECOVER' ? again() : join(byPasskey))
  }
</script>

<svelte:head><title>Come in · Kiln Ward</title></svelte:head>
<header class="masthead"><h1>Kiln Ward</h1></header>
<div class="page">
  {#if !link}
    {#if work.trouble}
      <h2>{work.trouble.title === 'Not found' ? 'This link is no longer good' : work.trouble.title}</h2>
      <p role="alert">{work.trouble.detail}</p>
      <p><a class="button" href="/">To the front page</a></p>
    {:else}<p class="quiet">Looking at the link …</p>{/if}
  {:else}
    {#if link.kind === 'FIRST'}
      <h2>Make this installation yours</h2>
      <p>You become the owner of its first site. Others come by links that you give them.</p>
    {:else if link.kind === 'INVITE'}
      <h2>Come to {link.site}</h2>
      <p>
        {link.by} asks you to be {['a', 'e', 'i', 'o', 'u'].includes(levelName(link.level!)[0]!) ? 'an' : 'a'}
        <b>{levelName(link.level!)}</b>: {LEVELS.find((each) => each.role === link!.level)!.may}.
      </p>
    {:else}
      <h2>A new password for {link.name}</h2>
      <p>You will be signed out everywhere else.</p>
    {/if}
    <p class="small quiet">The link is good for once, until {when(link.expiresAt, 'minute')}.</p>

    {#if link.kind === 'INVITE' && session.name}
      <p><button class="button main" disabled={work.busy} onclick={too}>Come as {session.name}</button></p>
      <Trouble of={work.trouble} />
      <p class="small quiet">If that is not you, sign out first and open the link again.</p>
    {:else}
      <form onsubmit={submit}>
        {#if link.kind !== 'RECOVER'}
          <label>
            Your name
            <input bind:value={form.name} autocomplete="username" maxlength="80" required aria-invalid={error('name') ? true : undefined} />
            <span class="small quiet">It stands in the record beside what you do, and stays as it is.</span>
          </label>
          {#if error('name') && link.kind !== 'FIRST'}<p class="error">Your name {error('name')}.</p>{/if}
          <label>
            Mail address, if you like
            <input type="email" bind:value={form.email} autocomplete="email" maxlength="254" aria-invalid={error('email') ? true : undefined} />
            <span class="small quiet">You can sign in with it; owners of your site see it. Nothing is sent there.</span>
          </label>
          {#if error('email')}<p class="error">The mail address {error('email')}.</p>{/if}
        {/if}
        {#if link.kind === 'FIRST'}
          <label>Name of the site <input bind:value={form.site} maxlength="80" required placeholder="where the chambers are" /></label>
          {#if error('siteName')}<p class="error">The name of the site {error('siteName')}.</p>{/if}
          <label>
            Time zone
            <select bind:value={form.timeZone}
              >{#each timeZones() as zone (zone)}<option>{zone}</option>{/each}</select
            >
          </label>
          {#if error('timeZone')}<p class="error">The time zone {error('timeZone')}.</p>{/if}
          <label>
            Altitude, in metres <input inputmode="decimal" bind:value={form.altitudeM} required />
            <span class="small quiet">Air is thinner higher up: it changes how water boils, how air cools and what humidity means.</span>
          </label>
          {#if error('altitudeM')}<p class="error">The altitude {error('altitudeM')}.</p>{/if}
          {#if error('name')}<p class="error">The name {error('name')}.</p>{/if}
        {/if}
        {#if link.kind !== 'RECOVER' && session.passkeys && canPasskeys()}
          <p><button class="button main" value="passkey" disabled={work.busy} onclick={() => (form.password = '')}>Come in with a passkey</button></p>
          <details open={work.trouble !== null}>
            <summary>or with a password</summary>
            <div class="inner">
              <PasswordField label="Password" fresh required={false} bind:value={form.password} error={error('password')} />
              <p><button class="button" value="password" disabled={work.busy}>Come in with this password</button></p>
            </div>
          </details>
        {:else}
          <PasswordField label="Password" fresh bind:value={form.password} error={error('password')} />
          <p><button class="button main" disabled={work.busy}>{link.kind === 'RECOVER' ? 'Set it and come in' : 'Come in'}</button></p>
        {/if}
        <Trouble of={work.trouble} atFields />
      </form>
    {/if}
  {/if}
</div>

<style>
  .page {
    display: grid;
    gap: 12px;
    max-width: 520px;
    padding: 20px 22px 40px;
  }

  form,
  .inner {
    display: grid;
    gap: 12px;
  }

  .inner {
    padding: 12px 0;
  }

  form label {
    display: grid;
    gap: 2px;
  }
</style>
