<script lang="ts">
  /** Who sends, with which token, and what of it is a series. */
  import { onMount } from 'svelte'
  import { api, asTyped, dataOf } from '../api/client'
  import type { DeviceView, Measured, SeriesView } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { session } from '../session.svelte'
  import { duration } from '../units'
  import { when } from '../when'
  import { QUANTITIES } from '../quantities'
  import RetentionForm from './RetentionForm.svelte'
  import { asked, confirmed } from '../parts/ask.svelte'
  import Trouble from '../parts/Trouble.svelte'
  import { Work } from '../parts/work.svelte'
  import NumberInput from '../parts/NumberInput.svelte'

  const work = new Work()

  interface Props {
    draft: ChamberDraft
    series: SeriesView[]
    onchanged: () => void
  }
  let { draft, series, onchanged }: Props = $props()
  const path = $derived({ chamberId: draft.id })
  let devices = $state.raw<DeviceView[] | null>(null)
  let name = $state('')
  /** The token of a device, shown once. */
  let fresh = $state.raw<{ id: string; token: string } | null>(null)
  let copied = $state(false)
  let adding = $state(false)
  /** The series that is changed; null while a new one is made. */
  let editing = $state<string | null>(null)
  let form = $state({ name: '', quantity: 'TEMPERATURE' as Measured, unit: 'C', deviceId: '', probeId: '', controllerId: '', everyS: 60 })
  let opened = $state<string | null>(null)

  const load = () => work.run(async () => void (devices = await dataOf(api.get('/chambers/{chamberId}/devices', { params: { path } }))))
  onMount(load)

  const add = () =>
    work.run(async () => {
      fresh = await dataOf(api.post('/chambers/{chamberId}/devices', { params: { path }, body: { name } }))
      name = ''
      copied = false
      await load()
    })

  const renew = (device: DeviceView) =>
    work.run(async () => {
      if (!(await confirmed(`Make a new token for ${device.name}?`, 'The token it has now stops working at once.', 'Make token'))) return
      fresh = await dataOf(api.post('/chambers/{chamberId}/devices/{id}/token', { params: { path: { ...path, id: device.id } } }))
      copied = false
      await load()
    })

  const rename = (device: DeviceView) =>
    work.run(async () => {
      const wanted = await asked(`Rename ${device.name}`, 'Save name', { label: 'Name', kind: 'line', value: device.name, needed: true, most: 80 })
      if (!wanted || wanted === device.name) return
      devices = await dataOf(api.put('/chambers/{chamberId}/devices/{id}', { params: { path: { ...path, id: device.id } }, body: { name: wanted } }))
    })

  const revoke = (device: DeviceView) =>
    work.run(async () => {
      if (!(await confirmed(`Revoke ${device.name}?`, 'Nothing that it sends is accepted any more. What it sent stays.', 'Revoke device'))) return
      devices = await dataOf(api.post('/chambers/{chamberId}/devices/{id}/revoke', { params: { path: { ...path, id: device.id } } }))
    })

  const saveSeries = () =>
    work.run(async () => {
      const { quantity, unit, ...rest } = form
      const tied = { ...rest, deviceId: form.deviceId || null, probeId: form.probeId || null, controllerId: form.controllerId || null }
      if (editing) await dataOf(api.put('/chambers/{chamberId}/series/{id}', { params: { path: { ...path, id: editing } }, body: asTyped(tied) }))
      else await dataOf(api.post('/chambers/{chamberId}/series', { params: { path }, body: asTyped({ ...tied, quantity, unit }) }))
      adding = false
      editing = null
      form.name = ''
      onchanged()
    })

  /** What it measures and in which unit stays: that would be another series. */
  function edit(one: SeriesView) {
    editing = one.id
    adding = true
    form = {
      name: one.name,
      quantity: one.quantity,
      unit: one.sentIn,
      deviceId: one.deviceId ?? '',
      probeId: one.probeId ?? '',
      controllerId: one.controllerId ?? '',
      everyS: one.everyS,
    }
  }

  const retire = (one: SeriesView) =>
    work.run(async () => {
      const where = { params: { path: { ...path, id: one.id } } }
      await dataOf(one.retiredAt === null ? api.post('/chambers/{chamberId}/series/{id}/retire', where) : api.post('/chambers/{chamberId}/series/{id}/restore', where))
      onchanged()
    })

  async function copy(text: string) {
    await navigator.clipboard.writeText(text)
    copied = true
  }

  const command = $derived.by(() => {
    const one = series.find((each) => each.deviceId === fresh?.id) ?? series.find((each) => each.retiredAt === null)
    return `curl -X POST ${location.origin}/api/v1/readings -H "Authorization: Bearer ${fresh?.token ?? '<token>'}" -H "Content-Type: application/json" -d '{"readings":[{"series":"${one?.id ?? '<series>'}","at":"${new Date().toISOString().slice(0, 19)}Z","value":25.0}]}'`
  })
  const probeName = (id: string | null) => draft.plan.probes.find((each) => each.id === id)?.name
  const controllerName = (id: string | null) => draft.plan.controllers.find((each) => each.id === id)?.name
</script>

<Trouble of={work.trouble} atFields />

<section>
  <h2>Devices</h2>
  {#if fresh}
    <div class="fresh" role="status">
      <p><b>Its token, shown this once:</b></p>
      <p class="token mono">{fresh.token}</p>
      <p>
        <button class="button main" onclick={() => copy(fresh!.token)}>{copied ? 'Copied' : 'Copy it'}</button>
        <button class="button" onclick={() => (fresh = null)}>I have it</button>
      </p>
      <p class="small quiet">Put it into the device. Only a fingerprint of it is kept here: if it is lost, make another. To try it from any computer:</p>
      <pre class="small">{command}</pre>
    </div>
  {/if}
  {#if devices === null && !work.trouble}<p class="quiet">Fetching …</p>{/if}
  <ul class="devices">
    {#each devices ?? [] as device (device.id)}
      <li>
        <p>
          <b>{device.name}</b>
          {#if device.revokedAt}<span class="quiet">revoked by {device.revokedBy}, {when(device.revokedAt, 'moment')}</span>
          {:else}<span class="quiet">{device.usedAt ? `sent last ${when(device.usedAt, 'moment')}` : 'has not sent yet'}; token of {when(device.tokenAt, 'day')}</span>{/if}
        </p>
        {#if device.trouble}<p class="small mind">▲ {device.trouble} <span class="quiet">{when(device.troubleAt!, 'moment')}</span></p>{/if}
        {#if device.heldBack > 0}<p class="small"><a href="#held">{device.heldBack} of its readings wait for a decision</a></p>{/if}
        {#if device.notKept > 0}<p class="small mind">▲ {device.notKept} more would have been held back and were not kept: too many wait already.</p>{/if}
        {#if session.mayPlan}
          <p class="acts">
            <button class="link small" onclick={() => renew(device)}>{device.revokedAt ? 'Let it in again, with another token' : 'Another token'}</button>
            {#if !device.revokedAt}<button class="link small" onclick={() => revoke(device)}>Revoke</button>{/if}
            <button class="link small" onclick={() => rename(device)}>Rename</button>
          </p>
        {/if}
        <p class="small quiet id">id {device.id}</p>
      </li>
    {:else}
      {#if devices}<li class="quiet">No device yet.</li>{/if}
    {/each}
  </ul>
  {#if session.mayPlan}
    <div class="row">
      <label
        ><span>Name of a new device</span><input
          maxlength="80"
          bind:value={name}
          aria-invalid={work.at('name') && !adding ? 'true' : undefined}
          placeholder="e.g. logger in the tub"
        /></label
      >
      <button class="button main" disabled={name.trim() === ''} onclick={add}>Add it</button>
    </div>
  {:else}<p class="quiet">Adding devices takes a lead.</p>{/if}
</section>

<section>
  <h2>Series</h2>
  <p class="small quiet">One quantity at one place. What a controller shows and what a probe of its own says are two series.</p>
  <ul class="devices">
    {#each series as one (one.id)}
      <li>
        <p>
          <b>{one.name}</b>
          <span class="quiet"
            >{QUANTITIES[one.quantity].name}{one.sign === QUANTITIES[one.quantity].name ? '' : ` in ${one.sign}`}{one.sentIn !== one.unit
              ? `, sent in ${QUANTITIES[one.quantity].units.find(([unit]) => unit === one.sentIn)?.[1]}`
              : ''}</span
          >
          {#if one.retiredAt}<span class="mind">retired {when(one.retiredAt, 'day')}: nothing is taken in</span>{/if}
        </p>
        <p class="small quiet">
          {controllerName(one.controllerId) ? `display of ${controllerName(one.controllerId)}` : (probeName(one.probeId) ?? 'no probe of the plan')};
          {devices?.find((each) => each.id === one.deviceId)?.name ?? 'any device'}; every {duration(one.everyS)}
        </p>
        {#if session.mayPlan}
          <p class="acts">
            <button class="link small" onclick={() => edit(one)}>Change</button>
            <button class="link small" onclick={() => retire(one)}>{one.retiredAt ? 'Take it in again' : 'Retire'}</button>
            <button class="link small" aria-expanded={opened === one.id} onclick={() => (opened = opened === one.id ? null : one.id)}>How long it is kept</button>
          </p>
        {/if}
        {#if opened === one.id}<RetentionForm chamberId={draft.id} {one} />{/if}
        <p class="small quiet id">id {one.id}</p>
      </li>
    {:else}
      <li class="quiet">No series yet.</li>
    {/each}
  </ul>
  {#if session.mayPlan}
    {#if adding}
      <form
        class="form"
        onsubmit={(event) => {
          event.preventDefault()
          void saveSeries()
        }}
      >
        <label
          ><span>Name</span><input maxlength="80" required bind:value={form.name} aria-invalid={work.at('name') ? 'true' : undefined} placeholder="e.g. among the eggs" /></label
        >
        <label
          ><span>Measures</span><select bind:value={form.quantity} disabled={editing !== null} onchange={() => (form.unit = QUANTITIES[form.quantity].units[0]![0])}>
            {#each Object.entries(QUANTITIES) as [quantity, each] (quantity)}<option value={quantity}>{each.name}</option>{/each}
          </select></label
        >
        <label
          ><span>Sent in</span><select bind:value={form.unit} disabled={editing !== null}
            >{#each QUANTITIES[form.quantity].units as [unit, sign] (unit)}<option value={unit}>{sign}</option>{/each}</select
          ></label
        >
        <label
          ><span>Sent by</span><select bind:value={form.deviceId}
            ><option value="">any device</option>{#each devices?.filter((each) => !each.revokedAt) ?? [] as each (each.id)}<option value={each.id}>{each.name}</option
              >{/each}</select
          ></label
        >
        <label
          ><span>At the probe</span><select bind:value={form.probeId}
            ><option value="">none of the plan</option>{#each draft.plan.probes as each (each.id)}<option value={each.id}>{each.name}</option>{/each}</select
          ></label
        >
        <label
          ><span>Shown on the display of</span><select bind:value={form.controllerId}
            ><option value="">no controller: an instrument of its own</option>{#each draft.plan.controllers as each (each.id)}<option value={each.id}>{each.name}</option
              >{/each}</select
          ></label
        >
        <label><span>Usually every (s)</span><NumberInput bind:value={form.everyS} min={1} max={86400} whole error={work.at('everyS')} /></label>
        {#each work.trouble?.errors ?? [] as each (each.field)}<p class="error" role="alert">{each.field} {each.allowed}</p>{/each}
        <p class="acts">
          <button class="button main">{editing ? 'Change the series' : 'Add the series'}</button>
          <button
            type="button"
            class="button"
            onclick={() => {
              adding = false
              editing = null
            }}>Leave it</button
          >
        </p>
      </form>
    {:else}
      <button class="button" onclick={() => (adding = true)}>Add a series</button>
    {/if}
  {/if}
</section>

<style>
  section {
    padding-bottom: 18px;
  }

  .devices {
    margin: 8px 0;
    padding: 0;
    list-style: none;
  }

  .devices > li {
    padding: 8px 0;
    border-top: 1px solid var(--hairline);
  }

  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
  }

  .mind {
    color: var(--mind);
    font-weight: 600;
  }

  .id {
    user-select: all;
    overflow-wrap: anywhere;
  }

  .fresh {
    margin: 8px 0;
    padding: 10px 14px;
    border: 2px solid var(--keep-edge);
    background: var(--sheet);
  }

  .fresh p {
    padding: 3px 0;
  }

  .token {
    font-size: var(--large);
    overflow-wrap: anywhere;
    white-space: normal;
    user-select: all;
  }

  pre {
    margin: 4px 0;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 8px 14px;
  }

  label {
    display: grid;
    gap: 2px;
  }

  .form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
    gap: 10px 18px;
    max-width: 900px;
    padding: 10px 0;
  }

  .form .acts {
    grid-column: 1 / -1;
  }
</style>
