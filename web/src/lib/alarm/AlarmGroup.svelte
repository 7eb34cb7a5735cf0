<script lang="ts">
  /** Alarms of one cause: what speaks for them, since when, what to do, and what somebody does about it. */
  import { prefs } from '../prefs.svelte'
  import { when } from '../when'
  import Acts from './Acts.svelte'
  import FirstThings from './FirstThings.svelte'
  import { RULES, sentence, URGENCIES, type Group } from './words'

  interface Props {
    group: Group
    keep: { low: number; high: number } | null
    /** On the ward: without the long explanation. */
    brief?: boolean
  }
  let { group, keep, brief = false }: Props = $props()
  const leads = $derived(group.leads)
  const urgency = $derived(URGENCIES[leads.urgency])
  const over = $derived(leads.state === 'RETURNED')
  const first = $derived(group.alarms.reduce((one, other) => (one.raisedAt <= other.raisedAt ? one : other)))
</script>

<article class:wants={group.wants} aria-label="Alarm of {leads.chamber}, {leads.series}">
  <p class="sentence">
    <span class="mark {group.wants ? urgency.tone : 'well'}" aria-hidden="true">{over ? '■' : urgency.sign}</span><b>{leads.series}: {sentence(leads, prefs.unit)}.</b>
    {#if over}That is over; nobody has said that they knew.{/if}
  </p>
  <p class="small quiet">
    {urgency.words.toLowerCase()}, since <time datetime={leads.raisedAt}>{when(leads.raisedAt, 'minute')}</time>{#if leads.returnedAt}, over at
      {when(leads.returnedAt, 'minute')}{/if}{#if leads.chattering}, chattering: {leads.times} ×{/if}{#if leads.state === 'ACKNOWLEDGED'}; {leads.acknowledgedBy}
      knows since {when(leads.acknowledgedAt!, 'minute')}{/if}{#if leads.state === 'SHELVED'}; put aside by {leads.shelvedBy} until {when(leads.shelvedUntil!, 'minute')}: {leads.shelfReason}{/if}
  </p>
  {#if !over && leads.state !== 'SHELVED' && leads.kind !== 'SILENCE'}<FirstThings chamberId={leads.chamberId} seriesId={leads.seriesId} {keep} {brief} />
  {:else if leads.kind === 'SILENCE'}<p><b>Do first:</b> go and look how it stands there; then mains, plug and network of the device.</p>{/if}
  {#if group.alarms.length > 1}
    <details>
      <summary>{group.alarms.length} alarms of one cause; first out: {RULES[first.kind]}, {first.series}</summary>
      <ul>
        {#each group.alarms as each (each.id)}
          <li>{when(each.raisedAt, 'minute')} {RULES[each.kind]}, {each.series}: {sentence(each, prefs.unit)} ({each.state.toLowerCase()})</li>
        {/each}
      </ul>
    </details>
  {/if}
  <Acts {group} />
</article>

<style>
  article {
    display: grid;
    gap: 4px;
    padding: 8px 0 8px 12px;
    border-left: 5px solid var(--hairline);
  }

  article.wants {
    border-left: 5px dashed var(--alarm);
  }

  .sentence {
    font-size: var(--large);
    overflow-wrap: anywhere;
  }
</style>
