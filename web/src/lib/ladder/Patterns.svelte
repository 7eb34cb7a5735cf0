<svelte:options namespace="svg" />

<script lang="ts">
  /** What harm, warmth, cold, damp, dryness and air are filled with: no meaning rests on colour alone. */
  let { id }: { /** What their ids begin with. */ id: string } = $props()
</script>

<pattern id="{id}-harm" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
  <line x1="0" y1="0" x2="0" y2="7" stroke="var(--harm)" stroke-width="1.6" opacity="0.55" />
</pattern>
<pattern id="{id}-warm" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
  <line x1="0" y1="0" x2="0" y2="5" stroke="var(--warming)" stroke-width="3" />
</pattern>
<pattern id="{id}-cool" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
  <line x1="0" y1="0" x2="0" y2="5" stroke="var(--cooling)" stroke-width="3" />
</pattern>
<pattern id="{id}-moist" width="5" height="5" patternUnits="userSpaceOnUse"><circle cx="2.500" cy="2.500" r="1.700" fill="var(--moistening)" /></pattern>
<pattern id="{id}-dry" width="7" height="4" patternUnits="userSpaceOnUse"><line x1="0" x2="4.500" y1="2" y2="2" stroke="var(--drying)" stroke-width="2.500" /></pattern>
<pattern id="{id}-enrich" width="8" height="8" patternUnits="userSpaceOnUse"><circle cx="4" cy="4" r="2.500" fill="none" stroke="var(--enriching)" stroke-width="1.600" /></pattern>
{#each ['fan', 'intake', 'vent'] as air (air)}
  <pattern id="{id}-{air}" width="10" height="4" patternUnits="userSpaceOnUse"
    ><path d="M0 2.5Q2.5 0 5 2.5T10 2.500" fill="none" stroke="var(--quiet)" stroke-width="1.400" /></pattern
  >
{/each}
