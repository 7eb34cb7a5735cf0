<script lang="ts">
  /** A place in numbers, beside the drawing: the same can be typed that can be dragged. */
  import type { PlacePlan } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'

  interface Props {
    /** What the server takes where none is given. */
    usual: PlacePlan | null
    place: PlacePlan | null
    /** Whether it has an extent of its own; a probe is a point. @default true */
    sized?: boolean
    error: (field: string) => string | null
    onchange: (place: PlacePlan | null) => void
  }
  let { usual, place, sized = true, error, onchange }: Props = $props()
  const now = $derived(place ?? usual)
  const AXES: [keyof PlacePlan, string][] = [
    ['xM', 'Middle, from the left'],
    ['yM', 'from the front'],
    ['zM', 'above the floor'],
  ]
  const EXTENTS: [keyof PlacePlan, string][] = [
    ['lengthM', 'Length'],
    ['widthM', 'width'],
    ['heightM', 'height'],
  ]
</script>

{#if now}
  <div class="row">
    {#each sized ? [...AXES, ...EXTENTS] : AXES as [key, label] (key)}
      <NumberField {label} unit="cm" scale={100} digits={1} value={now[key]} error={error(key)} onchange={(value) => onchange({ ...now, [key]: value! })} />
    {/each}
    {#if place}<button class="link small" onclick={() => onchange(null)}>Put it in its usual place</button>{/if}
  </div>
{/if}
