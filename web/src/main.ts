import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css'
import { mount } from 'svelte'
import App from './App.svelte'
import './app.css'
import { keepWithinReach } from './lib/api/reach.svelte'

// Without it everything works but being offline: nothing waits for it, and nothing fails with it.
void keepWithinReach().catch(() => {})

export default mount(App, { target: document.getElementById('app')! })
