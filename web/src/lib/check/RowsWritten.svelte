<script lang="ts">
  /** What was written down in a check, the newest first, and what was done with it. */
  import type { CheckView } from '../api/types'
  import { fixed } from '../units'
  import { when } from '../when'
  import type { Checks } from './checks.svelte'
  import { offset } from './words'

  let { checks, check, mayWrite, digits }: { checks: Checks; check: CheckView; mayWrite: boolean; digits: number } = $props()

  const time = (iso: string) => when(iso, 'minute')
</script>

{#if check.rows.length > 0}
  <details open={check.rows.length < 9}>
    <summary>{check.rows.length} {check.rows.length === 1 ? 'row' : 'rows'} written down</summary>
    <div class="scroll">
      <table class="rows small">
        <thead
          ><tr
            ><th scope="col">When</th><th scope="col">Display</th>{#each check.references as each (each.name)}<th scope="col">{each.name}</th>{/each}<th scope="col">By</th><th
              scope="col"><span class="sr-only">Withdraw</span></th
            ></tr
          ></thead
        >
        <tbody>
          {#each [...check.rows].reverse() as row (row.id)}
            <tr class:gone={row.withdrawn}>
              <td class="when">{time(row.at)}</td>
              <td class="mono">{fixed(row.display, 1)}</td>
              {#each check.references as each (each.name)}<td class="mono">{row.references[each.name] === undefined ? '' : fixed(row.references[each.name]!, 2)}</td>{/each}
              <td>{row.author}</td>
              <td
                >{#if row.late}written later
                {/if}{#if row.withdrawn}withdrawn
                {/if}{#if mayWrite}<button class="link small" onclick={() => checks.withdraw(check, row.id, row.withdrawn)}>{row.withdrawn ? 'Count it again' : 'Withdraw'}</button
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </details>
{/if}
{#each check.entries.filter((each) => each.kind !== 'WITHDRAWN' && each.kind !== 'RESTORED') as entry (entry.id)}
  <p class="small quiet">
    {time(entry.writtenAt)}, {entry.author}: {entry.kind === 'OFFSET'
      ? `offset ${offset(entry.offset ?? 0, digits)} keyed in, settings ${entry.settingsNumber}`
      : entry.kind === 'CLOSED'
        ? 'closed'
        : 'opened again'}{entry.note ? `. ${entry.note}` : ''}
  </p>
{/each}

<style>
  .scroll {
    overflow-x: auto;
  }

  .when {
    white-space: nowrap;
  }

  tr.gone td {
    color: var(--quiet);
    text-decoration: line-through;
  }

  tr.gone td:last-child {
    text-decoration: none;
  }
</style>
