<script lang="ts">
  /** The name of a rung, what stands under it, and its value: to be dragged, moved by keys, or typed. */
  import { type DisplayUnit, unitSign } from '../held'
  import type { RungAnswer } from '../api/types'
  import { decimalsOf, fixed } from '../units'
  import type { Hand } from './hand.svelte'

  interface Props {
    rung: RungAnswer
    hand: Hand
    mayKey: boolean
    compact: boolean
    name: string
    /** Unit and step on its display; null for one that no controller shows. */
    keyed: { unit: DisplayUnit; resolution: number } | null
    /** Where it stands on the display; null for one that no controller shows. */
    shown: number | null
    /** What stands under its name. */
    under: string
    /** The same for one that nobody can move. */
    where: string
    /** In CSS pixels; the label is centred on `y`. */
    x: number
    y: number
    width: number
  }
  let { rung, hand, mayKey, compact, name, keyed, shown, under, where, x, y, width }: Props = $props()
  const digits = $derived(decimalsOf(keyed?.resolution ?? 0.1))
  const text = $derived(shown === null ? '' : fixed(shown, digits))

  function typed(event: Event & { currentTarget: HTMLInputElement }) {
    if (!hand.typed(event.currentTarget.value, rung)) event.currentTarget.value = rung.display === null ? '' : fixed(rung.display, digits)
  }
</script>

<div class="rung" class:compact style:left="{x}px" style:top="{y}px" style:width="{width}px">
  {#if rung.movable && keyed && shown !== null}
    <span
      class="handle"
      class:fixed={!mayKey}
      title={under}
      role="slider"
      tabindex="0"
      aria-label={name}
      aria-orientation="vertical"
      aria-readonly={!mayKey}
      aria-valuenow={shown}
      aria-valuetext="{text} {unitSign(keyed.unit)} on the display, {under}"
      onpointerdown={(event) => hand.pressed(event, rung)}
      onpointermove={(event) => hand.dragged(event)}
      onpointerup={() => hand.letGo()}
      onpointercancel={() => hand.letGo()}
      onkeydown={(event) => hand.key(event, rung)}
      onblur={() => hand.held && !hand.held.byPointer && hand.letGo()}
    >
      <b>{name}</b>
      <span class="under">{under}</span>
    </span>
    <input class="mono" inputmode="decimal" aria-label="{name}, {unitSign(keyed.unit)} on the display" value={text} disabled={!mayKey} onchange={(event) => typed(event)} />
  {:else}
    <span class="handle fixed">
      <b>{name}</b>
      <span class="under">{where}</span>
    </span>
  {/if}
</div>

<style>
  .rung {
    position: absolute;
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 4px;
    transform: translateY(-50%);
  }

  .rung.compact {
    flex-direction: column;
    align-items: flex-start;
    gap: 0;
  }

  .rung.compact .under {
    display: none;
  }

  .handle {
    display: grid;
    min-height: 40px;
    align-content: center;
    padding: 0 4px;
    line-height: 1.15;
    touch-action: none;
    cursor: ns-resize;
    user-select: none;
  }

  .rung.compact .handle {
    min-height: 24px;
    font-size: 14px;
  }

  .handle.fixed {
    cursor: default;
  }

  .handle {
    min-width: 0;
    flex: 1;
  }

  .under {
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    color: var(--quiet);
    font-size: 12px;
  }

  .rung input {
    width: 68px;
    flex: none;
    min-height: 32px;
    padding: 2px 4px;
    border-color: transparent;
    background: transparent;
    font-size: 18px;
    text-align: right;
  }

  .rung.compact input {
    min-height: 28px;
    width: 64px;
    text-align: left;
    font-size: 16px;
  }

  .rung input:hover:not(:disabled),
  .rung input:focus {
    border-color: var(--edge);
    background: var(--sheet);
  }
</style>
