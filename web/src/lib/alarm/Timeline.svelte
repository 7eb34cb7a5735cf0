<script lang="ts">
  /** What happened in a chamber on a day: alarms and what became of them, settings, cards. Each has an address of its own. */
  import { onMount } from 'svelte'
  import { api, dataOf, Problem } from '../api/client'
  import type { Mark } from '../api/types'
  import { session } from '../session.svelte'
  import { when } from '../when'
  import { entryTitle } from '../log/words'
  import { RULES } from './words'
  import Trouble from '../parts/Trouble.svelte'

  interface Props {
    chamberId: string
  }
  let { chamberId }: Props = $props()
  const DAY_MS = 86_400_000
  let days = $state(7)
  /** The last day that is shown, at the site, as YYYY-MM-DD. */
  let until = $state(dayOf(new Date()))
  let marks = $state.raw<Mark[] | null>(null)
  let trouble = $state.raw<Problem | null>(null)
  /** The moment that a link names. */
  let moment = $state(new URLSearchParams(location.search).get('at'))

  function dayOf(at: Date): string {
    return new Intl.DateTimeFormat('en-CA', { timeZone: session.site?.timeZone ?? 'UTC' }).format(at)
  }

  async function load() {
    const to = new Date(Date.parse(`${until}T00:00:00Z`) + 1.6 * DAY_MS)
    const from = new Date(Date.parse(`${until}T00:00:00Z`) - (days - 0.6) * DAY_MS)
    try {
      const found = await dataOf(api.get('/chambers/{chamberId}/timeline', { params: { path: { chamberId }, query: { from: from.toISOString(), to: to.toISOString() } } }))
      // Days are the site's own, whatever its clock.
      const first = dayOf(new Date(Date.parse(`${until}T12:00:00Z`) - (days - 1) * DAY_MS))
      marks = found.filter((each) => dayOf(new Date(each.at)) >= first && dayOf(new Date(each.at)) <= until).reverse()
      trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      trouble = failed
    }
  }
  onMount(() => {
    if (moment && !Number.isNaN(Date.parse(moment))) {
      until = dayOf(new Date(moment))
      days = 1
    }
    void load()
  })

  const STATES = {
    NORMAL: '■ normal again',
    UNACKNOWLEDGED: '◆ alarm',
    ACKNOWLEDGED: '▲ known',
    RETURNED: '■ over by itself, nobody said they knew',
    SHELVED: '□ put aside',
  } as const
  const KINDS = {
    ALARM: '',
    SETTINGS: '◇ settings saved',
    KEYED_IN: '◇ card keyed in',
    CHECK: '◇ check',
    RULE: '◇ rule armed',
    RULE_DISARMED: '◇ rule disarmed',
    BATCH: '◇ batch',
    TASK: '◇ task done',
    PROVING: '◇ proving run',
    ENTRY: '◇ log',
    CHANGED_OVER: '◇ changed over',
  } as const

  /** Which kinds are shown, and words that must be in it. */
  let only = $state<'' | Mark['of']>('')
  let words = $state('')
  const holds = (mark: Mark) =>
    (only === '' || mark.of === only) &&
    words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => `${titleOf(mark)} ${mark.who ?? ''} ${mark.note ?? ''} ${mark.state === null ? KINDS[mark.of] : ''}`.toLowerCase().includes(word))

  /** What an alarm's mark is called: its rule's kind stands first in its title. */
  function titleOf(mark: Mark): string {
    const [kind, ...series] = mark.title.split(' ')
    if (mark.of === 'ENTRY') return entryTitle(mark.title)
    return mark.of !== 'SETTINGS' && kind! in RULES ? `${series.join(' ')}: ${RULES[kind as keyof typeof RULES]}` : mark.title
  }
  const grouped = $derived.by(() => {
    const byDay: [string, Mark[]][] = []
    for (const each of (marks ?? []).filter(holds)) {
      const day = when(each.at, 'longDay')
      if (byDay.at(-1)?.[0] === day) byDay.at(-1)![1].push(each)
      else byDay.push([day, [each]])
    }
    return byDay
  })
  function step(by: number) {
    until = dayOf(new Date(Date.parse(`${until}T12:00:00Z`) + by * days * DAY_MS))
    void load()
  }
  const link = (mark: Mark) => `/chambers/${chamberId}/run?at=${encodeURIComponent(mark.at)}#timeline`
  function point(event: MouseEvent, mark: Mark) {
    event.preventDefault()
    moment = mark.at
    history.replaceState(null, '', link(mark))
  }
</script>

<div class="choose">
  <button class="button" onclick={() => step(-1)}>Earlier</button>
  <label><span class="sr-only">Up to the day</span><input type="date" bind:value={until} onchange={load} required /></label>
  <label
    ><span class="sr-only">Days</span><select bind:value={days} onchange={load}>
      <option value={1}>one day</option><option value={7}>a week</option><option value={31}>a month</option>
    </select></label
  >
  <label
    ><span class="sr-only">Only</span><select bind:value={only}>
      <option value="">everything</option>
      {#each Object.entries(KINDS) as [of, name] (of)}<option value={of}>{of === 'ALARM' ? 'alarms' : name.replace('◇ ', '')}</option>{/each}
    </select></label
  >
  <label><span class="sr-only">Search</span><input type="search" placeholder="Search" bind:value={words} /></label>
  <button class="button" onclick={() => step(1)} disabled={until >= dayOf(new Date())}>Later</button>
</div>
<Trouble of={trouble} again={load} />
{#if marks?.length === 0}<p>Nothing was written down in these days: no alarm, no settings, no card.</p>{/if}
{#if marks && marks.length > 0 && grouped.length === 0}<p>
    Nothing in these days fits what you look for. <button class="link" onclick={() => ((only = ''), (words = ''))}>Show everything</button>
  </p>{/if}
{#each grouped as [day, of] (day)}
  <h3>{day}</h3>
  <ol>
    {#each of as mark (mark.at + mark.id + mark.state)}
      <li class:here={mark.at === moment}>
        <a class="mono" href={link(mark)} onclick={(event) => point(event, mark)}>{when(mark.at, 'minute').split(', ')[1]}</a>
        <span class="what">{mark.state === null ? KINDS[mark.of] : STATES[mark.state]}</span>
        <span
          >{titleOf(mark)}{#if mark.who}, {mark.who}{/if}{#if mark.note}: “{mark.note}”{/if}</span
        >
      </li>
    {/each}
  </ol>
{/each}

<style>
  .choose {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding-bottom: 8px;
  }

  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    display: grid;
    grid-template-columns: 64px minmax(120px, 250px) 1fr;
    gap: 4px 12px;
    padding: 6px;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }

  li.here {
    outline: 3px solid var(--cooling);
  }

  .what {
    font-weight: 600;
  }

  @media (max-width: 700px) {
    li {
      grid-template-columns: 64px 1fr;
    }

    li span:last-child {
      grid-column: 2;
    }
  }
</style>
