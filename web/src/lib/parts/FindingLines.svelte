<script lang="ts">
  /** Findings as they stand beside what they are about, remedy in words. */
  import type { FindingAnswer } from '../api/types'
  import { prefs } from '../prefs.svelte'
  import { fill } from '../units'

  let { findings }: { findings: FindingAnswer[] } = $props()
</script>

{#each findings as finding, index (finding.code + index)}
  {@const urgent = finding.severity === 'NEEDS_YOU_NOW'}
  <div>
    <p>
      <span class="mark {urgent ? 'act' : 'mind'}" aria-hidden="true">{urgent ? '◆' : '▲'}</span><span class="sr-only">{urgent ? 'Needs you now: ' : 'Mind this: '}</span><b
        >{fill(finding.title, finding.numbers, prefs.unit, finding.names)}</b
      >
    </p>
    <p class="small">{fill(finding.reason, finding.numbers, prefs.unit, finding.names)}</p>
    {#each finding.explains as symptom, at (symptom.code + at)}
      <p class="small quiet">It also brings: {fill(symptom.title, symptom.numbers, prefs.unit, symptom.names)}.</p>
    {/each}
    <p class="small"><b>{fill(finding.remedy.text, finding.numbers, prefs.unit, finding.names)}.</b></p>
  </div>
{/each}

<style>
  div {
    padding-bottom: 8px;
    border-bottom: 1px solid var(--hairline);
  }
</style>
