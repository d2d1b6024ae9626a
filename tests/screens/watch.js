// Runs before anything of a page: notes down when something first stands there, long work, and how long keys take until they are painted.
(() => {
    const seen = { content: null, long: [], keys: [] };
    window.zigzagSeen = seen;
    const watch = (type, note, more = {}) =>
        new PerformanceObserver((list) => list.getEntries().forEach(note)).observe({ type, buffered: true, ...more });
    watch('longtask', (entry) => seen.long.push([entry.startTime, entry.duration]));
    watch('event', (entry) => {
        if (entry.name === 'keydown' || entry.name === 'keypress') {
            seen.keys.push(entry.duration);
        }
    }, { durationThreshold: 16 });
    const wanted = sessionStorage.getItem('measured');
    const look = () => {
        if (wanted !== null && document.querySelector(wanted) !== null) {
            requestAnimationFrame(() => { seen.content = performance.now(); });
        } else {
            requestAnimationFrame(look);
        }
    };
    look();
})();
