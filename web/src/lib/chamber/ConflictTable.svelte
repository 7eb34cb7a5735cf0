<script lang="ts">
  import { differences, merged, spoken, told, type Side } from './conflict'
  import type { Conflict } from './conflict'
  import type { ChamberDraft } from './draft.svelte'

  let { draft, conflict }: { draft: ChamberDraft; conflict: Conflict } = $props()
  const id = $props.id()
  const sides = $derived(draft.sides(conflict))
  const found = $derived(differences(sides.base, sides.mine, sides.theirs))
  /** Where only one side changed something, it is chosen already. */
  let chosen = $state<Record<string, Side>>({})
  const place = (at: number) => found[at]!.path.join('/')
  const choice = (at: number): Side | null => chosen[place(at)] ?? found[at]!.by
  const open = $derived(found.filter((_, at) => choice(at) === null).length)

  function name(path: string[]): string {
    const key = conflict.what === 'settings' ? draft.plan.controllers.flatMap((each) => each.profile.keys).find((each) => each.parameter === path[0]) : undefined
    return key?.label ?? spoken(path, sides.mine, sides.theirs)
  }

  function all(side: Side) {
    chosen = Object.fromEntries(found.map((_, at) => [place(at), side]))
  }

  function save() {
    void draft.settle(
      conflict,
      merged(
        sides.theirs,
        found,
        found.map((_, at) => choice(at)!),
      ),
    )
  }
</script>

<table class="rows">
  <caption class="sr-only">What differs, yours and theirs</caption>
  <thead><tr><th>What</th><th>Yours</th><th>Theirs</th></tr></thead>
  <tbody>
    {#each found as each, at (place(at))}
      <tr>
        <td>{name(each.path)}</td>
        {#each [['mine', each.mine], ['theirs', each.theirs]] as const as [side, value] (side)}
          <td>
            <label class:picked={choice(at) === side}>
              <input type="radio" name="{id}-{at}" checked={choice(at) === side} onchange={() => (chosen = { ...chosen, [place(at)]: side })} />
              <span class="mono">{told(value)}</span>
            </label>
          </td>
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
<div class="row">
  {#if found.length === 0}<p>Both are the same.</p>{/if}
  {#if open > 0}<p><span class="mark mind" aria-hidden="true">▲</span>{open === 1 ? 'One value was' : `${open} values were`} changed by both of you: choose.</p>{/if}
  <button class="link small" onclick={() => all('mine')}>All of mine</button>
  <button class="link small" onclick={() => all('theirs')}>All of theirs</button>
  <button class="button" onclick={() => draft.takeTheirs()}>Take theirs, drop mine</button>
  <button class="button main" disabled={open > 0 || draft.saving} onclick={save}>Save what is chosen</button>
</div>

<style>
  table {
    width: 100%;
  }

  label {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 36px;
    cursor: pointer;
  }

  .picked {
    font-weight: 700;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: flex-end;
    gap: 10px 16px;
    width: 100%;
  }
</style>
