<script lang="ts">
  /** A chamber that was kept on another installation comes in whole. */
  import { api, dataOf, Problem } from '../api/client'
  import { router } from '../router.svelte'

  let trouble = $state('')
  let busy = $state(false)
  async function take(input: HTMLInputElement) {
    const file = input.files?.[0]
    if (!file) return
    busy = true
    trouble = ''
    try {
      const { id } = await dataOf(api.post('/chamber-records', { ...api.asText, body: (await file.text()) as never }))
      router.go(`/chambers/${id}/run`)
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed.errors[0] ? `${failed.errors[0].field} ${failed.errors[0].allowed}.` : failed.detail
    } finally {
      busy = false
      input.value = ''
    }
  }
</script>

<details>
  <summary>A chamber that was kept elsewhere</summary>
  <p class="small quiet">Its document comes from “For whoever asks” in its log. All comes along but the tokens of its devices: give each a new one.</p>
  <label>Its document <input type="file" accept=".json,application/json" disabled={busy} onchange={(event) => take(event.currentTarget)} /></label>
  <p role="status">{busy ? 'Taking it in …' : ''}</p>
  {#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
</details>

<style>
  details {
    padding: 12px 22px;
  }

  p {
    padding: 4px 0;
  }
</style>
