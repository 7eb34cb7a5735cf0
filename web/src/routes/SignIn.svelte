<script lang="ts">
  /** Nobody is signed in: how to get in, and what to do when one cannot. */
  import { api, Problem } from '../lib/api/client'
  import { canPasskeys, showPasskey } from '../lib/people/passkey'
  import PasswordField from '../lib/people/PasswordField.svelte'
  import { session } from '../lib/session.svelte'
  import { dataOf } from '../lib/api/client'

  let name = $state('')
  let password = $state('')
  let busy = $state(false)
  let trouble = $state('')

  async function attempt(work: () => Promise<void>) {
    busy = true
    trouble = ''
    try {
      await work()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed.errors[0]
        ? failed.errors[0].field === 'password'
          ? 'Name and password do not belong together.'
          : `This passkey ${failed.errors[0].allowed}.`
        : failed.detail
    } finally {
      busy = false
    }
  }
  const byPassword = () => attempt(async () => session.became(await dataOf(api.post('/session/password', { body: { name, password } }))))
  const byPasskey = () =>
    attempt(async () => {
      const credential = await showPasskey(await dataOf(api.post('/session/passkey/asked')))
      await session.became(await dataOf(api.post('/session/passkey', { body: { credential } })))
    })
</script>

<svelte:head><title>Sign in · Kiln Ward</title></svelte:head>
<header class="masthead"><h1>Kiln Ward</h1></header>
<div class="page">
  {#if session.unowned}
    <h2>Nobody has made this installation theirs yet</h2>
    <p>
      Whoever started the server finds a link in its window, and in the file <code>first-owner-link</code> in its folder. It is good for once, and makes the owner. Every start makes
      a new one until somebody has used it.
    </p>
  {:else}
    <h2>Sign in</h2>
    {#if session.passkeys && canPasskeys()}
      <p><button class="button main" disabled={busy} onclick={byPasskey}>With a passkey</button></p>
      <p class="quiet">or</p>
    {/if}
    <form
      onsubmit={(event) => {
        event.preventDefault()
        void byPassword()
      }}
    >
      <label>Name or mail address <input bind:value={name} autocomplete="username" maxlength="254" required /></label>
      <PasswordField label="Password" bind:value={password} />
      {#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
      <p><button class="button" class:main={!session.passkeys} disabled={busy}>Sign in</button></p>
    </form>
    <details>
      <summary>You cannot get in?</summary>
      <p>An owner of your site makes you a link on the page People; it is good for two hours and sets a new password. If you are the only owner, whoever runs the server says</p>
      <p><code>./kiln recover "your name"</code></p>
      <p>there and gets such a link.</p>
    </details>
  {/if}
</div>

<style>
  .page {
    display: grid;
    gap: 12px;
    max-width: 460px;
    padding: 20px 22px 40px;
  }

  form,
  form label {
    display: grid;
    gap: 10px;
  }

  form label {
    gap: 2px;
  }

  details p {
    padding: 6px 0;
  }
</style>
