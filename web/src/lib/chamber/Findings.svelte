<script lang="ts">
  import type { FindingAnswer } from '../api/types'
  import type { ChamberDraft } from './draft.svelte'
  import { prefs } from '../prefs.svelte'
  import { router } from '../router.svelte'
  import { fill } from '../units'
  import { stepOf } from '../words'

  let { draft, mayKey }: { draft: ChamberDraft; mayKey: boolean } = $props()
  const findings = $derived(draft.answer?.findings ?? [])
  const COUNTS = ['No findings', 'One finding', 'Two findings', 'Three findings', 'Four findings', 'Five findings']

  function act(finding: FindingAnswer) {
    const words = fill(finding.remedy.text, finding.numbers, prefs.unit, finding.names)
    if (finding.remedy.changes.length > 0) draft.remedy(finding, words)
    else router.go(`/chambers/${draft.id}/${stepOf(finding.remedy.step)}`)
  }
</script>

<section aria-labelledby="findings-title">
  <h2 id="findings-title">{draft.answer ? (COUNTS[findings.length] ?? `${findings.length} findings`) : 'Findings'}</h2>
  <ol aria-live="polite">
    {#each findings as finding, index (finding.code + index)}
      {@const text = (words: string) => fill(words, finding.numbers, prefs.unit, finding.names)}
      <li>
        <h3>
          <span class="mark {finding.severity === 'NEEDS_YOU_NOW' ? 'act' : 'mind'}" aria-hidden="true">{finding.severity === 'NEEDS_YOU_NOW' ? '◆' : '▲'}</span><span
            class="sr-only">{finding.severity === 'NEEDS_YOU_NOW' ? 'Needs you now: ' : 'Mind this: '}</span
          >{text(finding.title)}
        </h3>
        <p class="small">{text(finding.reason)}</p>
        {#if finding.explains.length > 0}
          <details class="small">
            <summary>{finding.explains.length === 1 ? 'One thing follows from it' : `${finding.explains.length} things follow from it`}</summary>
            <ul>
              {#each finding.explains as symptom, at (symptom.code + at)}
                <li><b>{fill(symptom.title, symptom.numbers, prefs.unit, symptom.names)}.</b> {fill(symptom.reason, symptom.numbers, prefs.unit, symptom.names)}</li>
              {/each}
            </ul>
          </details>
        {/if}
        {#if finding.remedy.changes.length === 0 && stepOf(finding.remedy.step) === 'settings'}
          <p class="small remedy">{text(finding.remedy.text)}.</p>
        {:else}
          <button class="link small" disabled={finding.remedy.changes.length > 0 && !mayKey} onclick={() => act(finding)}>
            {text(finding.remedy.text)}
          </button>
        {/if}
      </li>
    {:else}
      <li class="well">
        {#if draft.answer}<p><span class="mark well" aria-hidden="true">■</span>Nothing to say against these settings.</p>{:else}<p class="quiet">Not rehearsed yet.</p>{/if}
      </li>
    {/each}
  </ol>
</section>

<style>
  h2 {
    font-size: var(--text);
    padding-bottom: 10px;
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    padding: 8px 0 8px;
    border-top: 1px solid var(--hairline);
  }

  details {
    padding: 4px 0 2px;
  }

  summary {
    cursor: pointer;
    color: var(--quiet);
    min-height: 24px;
  }

  ul {
    margin: 0;
    padding: 0 0 0 14px;
    border-left: 2px solid var(--hairline);
    list-style: none;
  }

  ul li {
    border-top: 0;
    padding: 4px 0;
  }

  .remedy {
    font-weight: 700;
    padding-top: 4px;
  }

  .link:disabled {
    color: var(--quiet);
    text-decoration: none;
    cursor: not-allowed;
  }
</style>
