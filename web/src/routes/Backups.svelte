<script lang="ts">
  /** Whether what is kept here could be brought back. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { BackupList } from '../lib/api/types'
  import { session } from '../lib/session.svelte'
  import { when } from '../lib/when'
  import { Work } from '../lib/parts/work.svelte'
  import Trouble from '../lib/parts/Trouble.svelte'

  const work = new Work()

  let list = $state.raw<BackupList | null>(null)
  const WHY: Record<string, string> = { NIGHTLY: 'nightly', ASKED: 'asked for', UPGRADE: 'before an upgrade' }
  const LOOK_MS = 3_000

  const load = () => work.run(async () => void (list = await dataOf(api.get('/backups'))))
  const make = () => work.run(async () => void (list = await dataOf(api.post('/backups'))))
  onMount(() => {
    if (!session.operates) return
    void load()
    const timer = setInterval(() => void load(), LOOK_MS)
    return () => clearInterval(timer)
  })
  const size = (bytes: number) => (bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`)
  const good = $derived(list?.backups.find((each) => each.verifiedAt && !each.removedAt) ?? null)
</script>

<svelte:head><title>Backups · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Backups</h1>
</header>
<div class="column broad">
  {#if !session.operates}
    <p>Backups are of the whole installation: those who run it see them.</p>
  {:else if !list}
    <Trouble of={work.trouble} again={load} />
    {#if !work.trouble}<p class="quiet">Fetching the list …</p>{/if}
  {:else}
    <p class="state" role="status">
      {#if list.wrong}<span class="mark act" aria-hidden="true">◆</span><b>{list.wrong}</b>
      {:else if good}<span class="mark well" aria-hidden="true">■</span><b>The last good backup is of {when(good.begunAt, 'minute')}.</b> It was brought back beside, and came out the
        same.
      {:else}<span class="mark none" aria-hidden="true">□</span>There is no backup yet; the first comes tonight.{/if}
    </p>
    {#if list.ofFuture > 0}
      <p>
        <span class="mark mind" aria-hidden="true">▲</span>{list.ofFuture === 1 ? 'One backup bears' : `${list.ofFuture} backups bear`} a date in the future: the server’s clock was wrong
        once. They do not count as the newest. Check the clock.
      </p>
    {/if}
    <Trouble of={work.trouble} />
    <p><button class="button main" disabled={list.making} onclick={make}>{list.making ? 'Making one, and bringing it back …' : 'Make one now'}</button></p>
    <p class="small quiet">
      Kept are the last seven nights, one of each of five weeks, one of each of twelve months, and five of those that were asked for. A disk that breaks takes the backups on it
      along: copy the folder <code>backups</code> somewhere else. Another machine gets it all back with <code>./kiln restore FILE</code>. Nobody stays signed in by it.
    </p>
    <div class="wide">
      <table>
        <thead><tr><th scope="col">Made</th><th scope="col">Why</th><th scope="col">Size</th><th scope="col">Became of it</th><th scope="col">File</th></tr></thead>
        <tbody>
          {#each list.backups as each (each.id)}
            <tr class:quiet={each.removedAt}>
              <td>{when(each.begunAt, 'minute')}</td>
              <td>{WHY[each.kind] ?? each.kind}</td>
              <td class="mono">{each.bytes === null ? '' : size(each.bytes)}</td>
              <td>
                {#if each.trouble}◆ {each.trouble}{:else if each.removedAt}□ its time was over{:else if each.verifiedAt}■ brought back, the same{:else if each.endedAt}□ being
                  brought back …{:else}□ being made …{/if}
              </td>
              <td class="small"><code>{each.name}</code></td>
            </tr>
          {:else}<tr><td colspan="5" class="quiet">None yet.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>

<style>
  .state {
    font-size: var(--large);
  }

  .wide {
    overflow-x: auto;
  }

  th,
  td {
    padding: 6px 12px 6px 0;
    text-align: left;
    vertical-align: top;
  }
</style>
