<script lang="ts">
  /** What looks wrong with a row, asked before it counts. */
  import type { CheckView } from '../api/types'
  import type { Checks } from './checks.svelte'
  import { question } from './words'

  let { checks, doubt, unit }: { checks: Checks; doubt: NonNullable<Checks['doubted']>; unit: CheckView['unit'] } = $props()
</script>

<div class="ask" role="alert">
  {#each doubt.doubts as each (each.field + each.kind)}<p><span class="mark act" aria-hidden="true">◆</span>{question(each, unit)}</p>{/each}
  <div class="row">
    {#if doubt.doubts.some((each) => each.meant !== null)}<button class="button main" onclick={() => checks.settle('meant')}>Yes, write that</button>{/if}
    <button class="button" onclick={() => checks.settle('so')}>It is as I typed it</button>
    <button class="button" onclick={() => checks.settle('mend')}>Mend it</button>
  </div>
</div>

<style>
  .act {
    display: grid;
    gap: 10px;
  }

  .ask {
    display: grid;
    gap: 8px;
    padding: 10px 12px;
    background: var(--alarm-ground);
  }
</style>
