<script lang="ts">
  /** What the server refused, or that it is away. */
  import type { Problem } from '../api/client'

  interface Props {
    of: Problem | null
    /** How to ask again, where that can help. @default it cannot */
    again?: (() => unknown) | null
    /** Whether fields tell by themselves what is wrong with them, so that only the rest is told here. @default false */
    atFields?: boolean
  }
  let { of, again = null, atFields = false }: Props = $props()
  const words = $derived(of === null || (atFields && of.errors.length > 0) ? '' : of.errors.map((each) => `${each.field} ${each.allowed}`).join('; ') || of.detail)
</script>

{#if words}
  <p class="error" role="alert">
    {words}{#if again}
      <button class="link small" onclick={() => void again()}>Try again</button>{/if}
  </p>
{/if}
