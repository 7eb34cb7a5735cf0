<script lang="ts">
  /** The device was replaced, or forgot its settings: the whole card is to be keyed in again. */
  import { api, dataOf } from '../api/client'
  import { Work } from '../parts/work.svelte'
  import type { ChamberDraft } from './draft.svelte'
  import Trouble from '../parts/Trouble.svelte'

  let { draft, controller }: { draft: ChamberDraft; controller: { id: string; name: string } } = $props()
  const work = new Work()
  let note = $state('')
  let said = $state('')
  const renew = (otherDevice: boolean) =>
    work.run(async () => {
      const path = { chamberId: draft.id, controllerId: controller.id }
      const saved = await dataOf(api.post('/chambers/{chamberId}/controllers/{controllerId}/renewed', { params: { path }, body: { otherDevice, note } }))
      draft.checked(await dataOf(api.get('/chambers/{id}', { params: { path: { id: draft.id } } })))
      said = otherDevice
        ? `Settings ${saved.number}: key the whole card into the new device, then check it against a reference; the old offset went with the old device.`
        : `Settings ${saved.number}: reset it to the factory settings as its manual says, then key the whole card in.`
    })
</script>

{#if said}<p class="no-print" role="status"><span class="mark mind" aria-hidden="true">▲</span>{said}</p>{/if}
<details class="no-print">
  <summary class="small">The device was replaced, or lost its settings</summary>
  <p class="row">
    <label>Anything to say <input bind:value={note} maxlength="200" /></label>
    <button class="button" onclick={() => renew(true)} disabled={work.busy}>Another device is in its place</button>
    <button class="button" onclick={() => renew(false)} disabled={work.busy}>It lost its settings</button>
  </p>
  <Trouble of={work.trouble} />
</details>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
    padding: 6px 0;
  }

  label {
    display: grid;
    gap: 2px;
    font-size: var(--small);
  }
</style>
