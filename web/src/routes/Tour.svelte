<script lang="ts">
  /** One hatch from an empty page to the report, to be walked on a chamber of one's own. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../lib/api/client'
  import type { WardRow } from '../lib/api/types'
  import { session } from '../lib/session.svelte'
  import STEPS from '../lib/tour/hatch.json'

  const CHAMBER = 'kiln-ward-tour'
  let rows = $state.raw<WardRow[]>([])
  let chamber = $state(localStorage.getItem(CHAMBER) ?? '')
  let trouble = $state('')
  const chosen = $derived(rows.find((row) => row.id === chamber) ?? null)

  onMount(async () => {
    try {
      rows = await dataOf(api.get('/ward'))
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed.detail
    }
  })

  $effect(() => localStorage.setItem(CHAMBER, chamber))
</script>

<svelte:head><title>One hatch · Kiln Ward</title></svelte:head>

<header class="top">
  <div>
    <p class="small"><a href="/">{session.site?.name ?? 'All chambers'}</a></p>
    <h1>One hatch, from an empty page to the report</h1>
  </div>
</header>

<div class="sheet">
  <p>
    Thirteen steps in the order in which people work, on a chamber of your own. None has to be done today, and any can be done first. Where one is about living things, weeks lie
    between it and the next: read it, and come back.
  </p>
  {#if trouble}<p class="error" role="alert">{trouble}</p>{/if}
  <p class="pick">
    <label class="field">
      <span>Walked on</span>
      <select bind:value={chamber}>
        <option value="">a new chamber</option>
        {#each rows as row (row.id)}<option value={row.id}>{row.name}</option>{/each}
      </select>
    </label>
    {#if !chosen && session.mayPlan}<a class="button main" href="/new">New chamber</a>{/if}
  </p>
  <ol>
    {#each STEPS as step (step.id)}
      <li>
        <h2>
          {#if chosen}<a href="/chambers/{chosen.id}/{step.step}">{step.title}</a>{:else}{step.title}{/if}
        </h2>
        <p>{step.says}</p>
      </li>
    {/each}
  </ol>
  <p class="small quiet">
    Kiln Ward is a planner and a record, never a safety device. Mains near water or damp wants residual-current protection; wiring is a qualified electrician's work, to local
    codes; sick animals are a vet's.
  </p>
</div>

<style>
  .top {
    padding: 12px 22px;
    border-bottom: 3px solid var(--ink);
  }

  .sheet {
    display: grid;
    gap: 16px;
    max-width: 46rem;
    padding: 18px 22px 40px;
  }

  .pick {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 12px;
  }

  ol {
    display: grid;
    gap: 14px;
    margin: 0;
    padding-left: 2.2rem;
  }

  li::marker {
    font-weight: 700;
  }

  h2 {
    font-size: var(--large);
  }

  h2 a {
    color: inherit;
  }
</style>
