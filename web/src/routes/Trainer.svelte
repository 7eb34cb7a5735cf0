<script lang="ts">
  /** Exercises for those who learn to run a box. Nothing of any chamber is touched. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { ExerciseView, JudgedView, TrainingView } from '../lib/api/types'
  import { Work } from '../lib/parts/work.svelte'
  import { prefs } from '../lib/prefs.svelte'
  import { session } from '../lib/session.svelte'
  import Curves from '../lib/training/Curves.svelte'
  import { because, bestOf, choiceOf, entryUnit, isDifference, KINDS, question, type Kind } from '../lib/training/words'
  import { parse, toKelvin } from '../lib/units'
  import Trouble from '../lib/parts/Trouble.svelte'

  const PUPIL = 'kiln-ward-pupil'
  const MOST = 2_000_000
  const work = new Work()
  const before = session.demo ? (localStorage.getItem(PUPIL) ?? '') : ''
  let pupil = $state(before)
  let known = $state(!session.demo || before !== '')
  let record = $state.raw<TrainingView | null>(null)
  let exercise = $state.raw<ExerciseView | null>(null)
  let judged = $state.raw<JudgedView | null>(null)
  let chosen = $state('')
  let typed = $state('')
  let sent = $state('')
  let title = $state<HTMLHeadingElement | null>(null)
  const who = $derived(session.demo ? pupil.trim() : null)
  const keep = $derived(exercise?.facts.keepLowC === undefined || exercise.facts.keepHighC === undefined ? null : { low: exercise.facts.keepLowC, high: exercise.facts.keepHighC })
  const number = $derived(parse(typed))
  const ready = $derived(exercise !== null && (exercise.choices.length > 0 ? chosen !== '' : number !== null))

  const load = () => work.run(async () => void (record = await dataOf(api.get('/training/record', { params: { query: who === null ? {} : { pupil: who } } }))))
  onMount(() => {
    if (known) void load()
  })

  function begin(event: SubmitEvent) {
    event.preventDefault()
    if (pupil.trim() === '') return
    localStorage.setItem(PUPIL, pupil.trim())
    known = true
    void load()
  }

  function another() {
    localStorage.removeItem(PUPIL)
    pupil = ''
    known = false
    record = exercise = judged = null
  }

  const pose = (kind: Kind, level: number) =>
    work.run(async () => {
      judged = null
      chosen = typed = ''
      const seed = Math.floor(Math.random() * MOST)
      exercise = await dataOf(api.get('/training/{kind}/{level}/{seed}', { params: { path: { kind, level, seed } } }))
      setTimeout(() => title?.focus())
    })

  const answer = () =>
    work.run(async () => {
      const { kind, level, seed, entry } = exercise!
      sent = exercise!.choices.length > 0 ? chosen : String(isDifference(entry) ? toKelvin(prefs.unit, number!) : number!)
      judged = await dataOf(api.post('/training/{kind}/{level}/{seed}/answers', { params: { path: { kind, level, seed } }, body: { answer: sent, pupil: who } }))
      record = await dataOf(api.get('/training/record', { params: { query: who === null ? {} : { pupil: who } } }))
    })
  const levelNow = (kind: Kind) => record?.kinds.find((each) => each.kind === kind)?.level ?? 1
</script>

<svelte:head><title>Trainer · Kiln Ward</title></svelte:head>
<header class="masthead">
  <p><a href="/">All chambers</a></p>
  <h1>Trainer</h1>
  <p class="quiet">Boxes that are made up, posed and judged by the simulator. No chamber is touched, and nothing here can harm an animal.</p>
</header>
<div class="page">
  <Trouble of={work.trouble} />
  {#if !known}
    <form onsubmit={begin}>
      <label>Who are you? <input bind:value={pupil} maxlength="60" required /></label>
      <button class="button main">Begin</button>
      <span class="small quiet">A name tells what you do from what others do on this server. Any name will do.</span>
    </form>
  {:else}
    {#if exercise}
      <section aria-labelledby="exercise-title">
        <h2 id="exercise-title" tabindex="-1" bind:this={title}>{KINDS[exercise.kind].title}, level {exercise.level}</h2>
        {#each question(exercise, prefs.unit) as each (each)}<p>{each}</p>{/each}
        {#if exercise.curves.length > 0}<Curves curves={exercise.curves} {keep} />{/if}
        <form
          onsubmit={(event) => {
            event.preventDefault()
            if (ready && !judged) void answer()
          }}
        >
          {#if exercise.choices.length > 0}
            <fieldset disabled={judged !== null}>
              <legend class="sr-only">Your answer</legend>
              {#each exercise.choices as each (each)}
                <label class="choice"><input type="radio" name="choice" value={each} bind:group={chosen} /> <span>{choiceOf(each, prefs.unit)}</span></label>
              {/each}
            </fieldset>
          {:else if exercise.entry}
            <label
              >Your answer <span class="number"
                ><input inputmode="decimal" bind:value={typed} disabled={judged !== null} aria-invalid={typed !== '' && number === null} />
                {entryUnit(exercise.entry, prefs.unit)}</span
              ></label
            >
          {/if}
          {#if !judged}<button class="button main" disabled={!ready || work.busy}>Answer</button>{/if}
        </form>
        <div role="status">
          {#if judged}
            <p class="sentence">
              {#if judged.right}<span class="mark well" aria-hidden="true">■</span><b>Right.</b>{:else}<span class="mark act" aria-hidden="true">◆</span><b
                  >Not that. Best: {bestOf(judged, exercise, prefs.unit)}.</b
                >{/if}
              {because(judged, exercise, sent, prefs.unit)}
            </p>
          {/if}
        </div>
        {#if judged}
          <p class="row">
            <button class="button main" disabled={work.busy} onclick={() => void pose(exercise!.kind, levelNow(exercise!.kind))}
              >{levelNow(exercise.kind) > exercise.level ? `Another, level ${levelNow(exercise.kind)}` : 'Another'}</button
            >
            <button class="button" onclick={() => (exercise = judged = null)}>All exercises</button>
          </p>
        {/if}
      </section>
    {/if}
    {#if record && !exercise}
      <p>Three right answers in a row lead one level up, to the third; three wrong ones lead one down. The first answer to an exercise counts.</p>
      <ul class="kinds">
        {#each record.kinds as each (each.kind)}
          <li>
            <h2>{KINDS[each.kind].title}</h2>
            <p class="quiet">{KINDS[each.kind].learns}</p>
            <p class="row">
              <button class="button" disabled={work.busy} onclick={() => void pose(each.kind, each.level)}>Level {each.level}</button>
              <span class="small quiet">{each.tried === 0 ? 'not tried yet' : `${each.right} of ${each.tried} right`}.</span>
            </p>
          </li>
        {/each}
      </ul>
    {/if}
    {#if work.busy && !exercise}<p class="quiet" role="status">Making a box …</p>{/if}
    {#if record && record.all.length > 0 && !exercise}
      <section aria-labelledby="all-title">
        <h2 id="all-title">How everybody does</h2>
        <table class="found">
          <thead><tr><th scope="col">Who</th><th scope="col">right</th><th scope="col">tried</th></tr></thead>
          <tbody
            >{#each record.all as each (each.who)}<tr><th scope="row">{each.who}</th><td class="mono">{each.right}</td><td class="mono">{each.tried}</td></tr>{/each}</tbody
          >
        </table>
      </section>
    {/if}
    {#if session.demo}<p class="small quiet">You are {pupil}. <button class="link small" onclick={another}>Somebody else</button></p>{/if}
  {/if}
</div>

<style>
  .page {
    padding: 16px 22px 40px;
  }

  form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 10px 18px;
    padding: 6px 0;
  }

  form label {
    display: grid;
    gap: 2px;
  }

  fieldset {
    display: grid;
    gap: 2px;
    border: 0;
    padding: 0;
    margin: 0;
  }

  form .choice {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: var(--target);
  }

  .number {
    display: flex;
    gap: 6px;
    align-items: center;
  }

  .number input {
    width: 110px;
  }

  .kinds {
    display: grid;
    gap: 18px;
    padding: 0;
    list-style: none;
  }

  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 18px;
    align-items: center;
  }

  section {
    padding-top: 10px;
  }
</style>
