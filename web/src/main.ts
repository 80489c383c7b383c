import { mount } from 'svelte';
import App from './App.svelte';
import './app.css';
import { renewed } from './state/renewed.svelte';

const target = document.getElementById('app');
if (!target) throw new Error('index.html has no #app');
mount(App, { target });

// Browsers allow it over TLS and on one's own machine only; without it the page needs a line to be opened.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  navigator.serviceWorker
    .register('/worker.js', { updateViaCache: 'none' })
    .then((registration) => renewed.watch(registration))
    .catch(() => undefined);
