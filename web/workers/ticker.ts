/** Ticks steadily, also while the page is hidden or busy; the page asks nothing of it but the beat. */
setInterval(() => postMessage(null), 50);
