<script lang="ts">
  import { api, Problem, dataOf } from '../api/client'
  import type { ControllerPlan, ProfileDocument, ProfileView } from '../api/types'
  import { LAW_NAMES } from './meanings'

  interface Props {
    controller: ControllerPlan
    /** Takes a description for this controller. */
    ontake: (document: ProfileDocument) => void
  }
  let { controller, ontake }: Props = $props()
  const id = $props.id()

  let all = $state.raw<ProfileView[]>([])
  let chosen = $state('')
  let said = $state('')
  let problem = $state.raw<Problem | null>(null)
  const document = $derived(all.find((each) => each.document.id === chosen)?.document ?? null)
  const isOwn = $derived(all.find((each) => each.document.id === chosen)?.changedBy != null)

  async function ask<T>(action: () => Promise<T>): Promise<T | null> {
    problem = null
    said = ''
    try {
      return await action()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      problem = failed
      return null
    }
  }

  async function load() {
    all = (await ask(() => dataOf(api.get('/profiles')))) ?? all
  }

  const idOf = (name: string) =>
    name
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 70) || 'controller'

  /** This controller's description as a document. */
  const described = (): ProfileDocument => ({
    id: idOf(controller.name),
    name: controller.name,
    about: '',
    profile: $state.snapshot(controller.profile) as ControllerPlan['profile'],
  })

  async function add(text: string) {
    const added = await ask(() => dataOf(api.post('/profiles', { ...api.asText, body: text })))
    if (!added) return
    await load()
    chosen = added.document.id
    said = `“${added.document.name}” is on the shelf as ${added.document.id}.`
  }

  async function read(input: HTMLInputElement) {
    const file = input.files?.[0]
    if (file) await add(await file.text())
    input.value = ''
  }

  function download() {
    const link = window.document.createElement('a')
    link.href = URL.createObjectURL(new Blob([JSON.stringify({ $schema: 'urn:kilnward:profile:1', ...described() }, null, 2) + '\n'], { type: 'application/json' }))
    link.download = `${idOf(controller.name)}.profile.json`
    link.click()
    URL.revokeObjectURL(link.href)
  }

  async function remove() {
    if (!document) return
    const name = document.name
    const text = JSON.stringify(document)
    const done = await ask(async () => {
      await dataOf(api.remove('/profiles/{id}', { params: { path: { id: chosen } } }))
      return true
    })
    if (!done) return
    removed = { name, text }
    chosen = ''
    await load()
  }
  let removed = $state.raw<{ name: string; text: string } | null>(null)
</script>

<details ontoggle={(event) => event.currentTarget.open && all.length === 0 && void load()}>
  <summary>Begin from a description, or share this one</summary>
  <p class="row">
    <label for="{id}-shelf">Description</label>
    <select id="{id}-shelf" bind:value={chosen}>
      <option value="">choose</option>
      {#each all as each (each.document.id)}<option value={each.document.id}>{each.document.name}{each.changedBy ? `, by ${each.changedBy}` : ''}</option>{/each}
    </select>
    <button class="button" disabled={!document} onclick={() => document && ontake(document)}>Take it for “{controller.name}”</button>
    {#if document}<a class="small" href="/api/v1/profiles/{document.id}/file" download>As a file</a>{/if}
    {#if isOwn}<button class="link small" onclick={remove}>Take it off the shelf</button>{/if}
  </p>
  {#if document}<p class="small">{document.about || LAW_NAMES[document.profile.law]}{isOwn ? '' : ' Its labels are invented: replace them by what is printed on yours.'}</p>{/if}
  {#if removed}<p class="small">
      “{removed.name}” is off the shelf.
      <button
        class="link small"
        onclick={() => {
          const again = removed!
          removed = null
          void add(again.text)
        }}>Put it back</button
      >
    </p>{/if}
  <p class="row">
    <button class="button" onclick={download}>Share this description as a file</button>
    <button class="button" onclick={() => add(JSON.stringify(described()))}>Put it on the shelf</button>
    <label class="file">Bring one in from a file <input type="file" accept=".json,application/json" onchange={(event) => read(event.currentTarget)} /></label>
  </p>
  <div aria-live="polite">
    {#if said}<p class="small">{said}</p>{/if}
    {#if problem}
      <div class="error" role="alert">
        <p>{problem.isAway ? 'The server does not answer. Try again when it is back.' : problem.errors.length > 0 ? 'Refused whole; nothing was taken over:' : problem.message}</p>
        {#if problem.errors.length > 0}<ul>
            {#each problem.errors as each, at (at)}<li>{each.line ? `Line ${each.line}, ` : ''}<span class="mono">{each.field}</span> {each.allowed}</li>{/each}
          </ul>{/if}
      </div>
    {/if}
  </div>
</details>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
    padding: 6px 0;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  ul {
    margin: 4px 0;
    padding-left: 20px;
  }

  select {
    max-width: 100%;
  }
</style>
