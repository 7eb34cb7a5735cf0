<script lang="ts">
  /** Who can act when: at the worst moment for it. */
  import type { WatchPlan } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'

  let { watch, onchange }: { watch: WatchPlan; onchange: (watch: WatchPlan) => void } = $props()
  const set = (part: Partial<WatchPlan>) => onchange({ ...watch, ...part })
</script>

<div class="row">
  <NumberField label="Longest sleep" unit="h" scale={1 / 3600} digits={1} value={watch.asleepS} onchange={(value) => set({ asleepS: value ?? 0 })} />
  <label class="check"><input type="checkbox" checked={watch.wakes} onchange={(event) => set({ wakes: event.currentTarget.checked })} /> the alarm wakes somebody</label>
  <NumberField label="Longest away" unit="h" scale={1 / 3600} digits={1} value={watch.awayS} onchange={(value) => set({ awayS: value ?? 0 })} />
  <label class="check"><input type="checkbox" checked={watch.message} onchange={(event) => set({ message: event.currentTarget.checked })} /> alarms are sent to a phone</label>
  {#if watch.message}<NumberField
      label="From there to the box"
      unit="h"
      scale={1 / 3600}
      digits={1}
      value={watch.travelS}
      onchange={(value) => set({ travelS: value ?? 0 })}
    />{/if}
  <NumberField label="To do something about it" unit="min" scale={1 / 60} digits={0} value={watch.reachS} onchange={(value) => set({ reachS: value ?? 0 })} />
  <NumberField label="Somebody looks every" unit="h" scale={1 / 3600} digits={1} value={watch.looksEveryS} onchange={(value) => set({ looksEveryS: value ?? 0 })} />
</div>

<style>
  .check {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: var(--target);
  }
</style>
