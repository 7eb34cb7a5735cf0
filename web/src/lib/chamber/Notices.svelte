<script lang="ts">
  /** What a person must know about the state of their work: conflict, trouble, brought-back changes. */
  import { fieldSpoken } from './conflict'
  import type { ChamberDraft } from './draft.svelte'
  import ConflictTable from './ConflictTable.svelte'

  let { draft }: { draft: ChamberDraft } = $props()
  const errorCount = $derived(Object.keys(draft.errors).length)
</script>

<div role="status">
  {#if draft.conflict}
    <div class="notice act">
      <p><b><span class="mark act" aria-hidden="true">◆</span>{draft.conflict.problem.title}.</b> {draft.conflict.problem.detail}</p>
      <ConflictTable {draft} conflict={draft.conflict} />
    </div>
  {:else if draft.problem?.isAway}
    <div class="notice act">
      <p><b><span class="mark act" aria-hidden="true">◆</span>{draft.problem.title}.</b> {draft.problem.detail}</p>
      <button class="button" onclick={() => draft.rehearse()}>Try again</button>
    </div>
  {:else if draft.problem && errorCount > 0}
    <div class="notice">
      <p>
        <b><span class="mark mind" aria-hidden="true">▲</span>{draft.problem.title}.</b>
        {#each Object.entries(draft.errors) as [field, allowed] (field)}<span class="field">{fieldSpoken(field, draft.plan)}: {allowed}.</span>
        {/each}
      </p>
    </div>
  {:else if draft.problem && draft.problem.status !== 422}
    <!-- What is only asked about is asked where it was saved. -->
    <div class="notice act">
      <p><b><span class="mark act" aria-hidden="true">◆</span>{draft.problem.title}.</b> {draft.problem.detail}</p>
    </div>
  {/if}
  {#if draft.broughtBack && draft.dirty}
    <div class="notice">
      <p><b>What you had not saved is back.</b> It was kept in this browser.</p>
      <button class="button" onclick={() => draft.discard()}>Throw it away</button>
    </div>
  {/if}
</div>

<style>
  .notice {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    gap: 10px;
    margin: 0 0 12px;
    padding: 10px 14px;
    border: 1px solid var(--edge);
    background: var(--sheet);
  }

  .notice.act {
    border: 2px solid var(--alarm);
    background: var(--alarm-ground);
  }

  .notice p {
    flex: 1 1 320px;
  }

  .field {
    overflow-wrap: anywhere;
  }
</style>
