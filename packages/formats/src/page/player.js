// The player of a saved page: lights what is heard, by the clock of the sound itself.
(() => {
  const { sentences } = JSON.parse(document.getElementById('times').textContent);
  const sound = document.getElementById('sound');
  const play = document.getElementById('play');
  const position = document.getElementById('position');
  const clock = document.getElementById('clock');
  const pace = document.getElementById('pace');
  const starts = sentences.map((one) => one.t[0]);
  const words = sentences.map((one) => one.w);
  const elementOf = (sentence, word) => document.getElementById(`s${sentences[sentence].p}w${word}`);
  const wholeOf = (sentence) => [
    ...document.querySelectorAll(`#s${sentences[sentence].p},[data-of="s${sentences[sentence].p}"]`),
  ];
  /** A gap shorter than this is the closure of a sound: the word before it stays lit. Milliseconds. */
  const CLOSURE = 150;
  let highlight = { sentence: -1, word: -1 };
  let follows = true;

  /** Index of the last number of a rising list that is not above a value; -1 before all. */
  function last(list, value) {
    let [low, high] = [0, list.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (list[middle] <= value) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  function placeAt(milliseconds) {
    const sentence = last(starts, milliseconds);
    if (sentence < 0 || milliseconds >= sentences[sentence].t[1]) return { sentence: -1, word: -1 };
    const times = words[sentence];
    let word = -1;
    for (let nth = 0; nth < times.length && times[nth][0] <= milliseconds; nth++) word = nth;
    if (word >= 0 && milliseconds >= times[word][1]) {
      const next = times[word + 1];
      if (!next || next[0] - times[word][1] >= CLOSURE) word = -1;
    }
    return { sentence, word };
  }

  /** Milliseconds of the sound; a clock may stand a hair before the moment it was put to. */
  const heardAt = () => sound.currentTime * 1000 + 1;

  function show() {
    const milliseconds = heardAt();
    const now = placeAt(milliseconds);
    if (now.sentence !== highlight.sentence) {
      for (const one of document.querySelectorAll('.lit-sentence')) one.classList.remove('lit-sentence');
      if (now.sentence >= 0) for (const one of wholeOf(now.sentence)) one.classList.add('lit-sentence');
    }
    if (now.sentence !== highlight.sentence || now.word !== highlight.word) {
      for (const one of document.querySelectorAll('.lit')) one.classList.remove('lit');
      const element = now.word >= 0 ? elementOf(now.sentence, now.word) : null;
      if (element) {
        element.classList.add('lit');
        if (follows && !sound.paused) keepInView(element);
      }
    }
    highlight = now;
    if (document.activeElement !== position || sound.paused === false) position.value = String(milliseconds);
    const text = `${say(milliseconds)} of ${say(Number(position.max))}`;
    if (clock.textContent !== text) {
      clock.textContent = text;
      position.setAttribute('aria-valuetext', text);
    }
  }

  function keepInView(element) {
    const { top, bottom } = element.getBoundingClientRect();
    const foot = document.getElementById('player').getBoundingClientRect().top;
    if (top < 20 || bottom > foot - 20) scrollBy(0, top - foot / 3);
  }

  function say(milliseconds) {
    const seconds = Math.floor(milliseconds / 1000);
    return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  }

  function turn() {
    follows = true;
    if (sound.paused) void sound.play();
    else sound.pause();
  }

  function goTo(milliseconds) {
    sound.currentTime = milliseconds / 1000;
    show();
  }

  function step(by) {
    const here = last(starts, heardAt());
    const target = by < 0 && heardAt() - (starts[here] ?? 0) > 1200 ? here : here + by;
    goTo(starts[Math.max(0, Math.min(starts.length - 1, target))] ?? 0);
  }

  function setPace(by) {
    const next = Math.max(0.5, Math.min(2, Math.round((sound.playbackRate + by) * 10) / 10));
    sound.playbackRate = next;
    sound.preservesPitch = true;
    pace.textContent = `Pace ${Math.round(100 * next)} %`;
  }

  function setSize(by) {
    const root = document.documentElement;
    const size = Math.max(70, Math.min(300, (parseFloat(root.style.fontSize) || 100) + by));
    root.style.fontSize = `${size}%`;
  }

  const actions = {
    play: turn,
    back: () => step(-1),
    on: () => step(1),
    again: () => goTo(starts[Math.max(0, last(starts, heardAt()))] ?? 0),
    slower: () => setPace(-0.1),
    faster: () => setPace(0.1),
    smaller: () => setSize(-10),
    larger: () => setSize(10),
  };
  for (const [id, action] of Object.entries(actions))
    document.getElementById(id).addEventListener('click', action);
  position.addEventListener('input', () => goTo(Number(position.value)));
  document.querySelector('main').addEventListener('click', (event) => {
    const word = event.target.closest('.w');
    if (!word || String(getSelection()) !== '') return;
    const [, place, nth] = /^s(\d+)w(\d+)$/.exec(word.id) ?? [];
    const sentence = sentences.findIndex((one) => String(one.p) === place);
    const time = words[sentence]?.[Number(nth)];
    if (!time) return;
    goTo(time[0]);
    void sound.play();
  });
  const keys = {
    ' ': turn,
    ArrowLeft: actions.back,
    ArrowRight: actions.on,
    r: actions.again,
    '-': actions.slower,
    '+': actions.faster,
  };
  addEventListener('keydown', (event) => {
    if (
      event.ctrlKey ||
      event.altKey ||
      event.metaKey ||
      /^(BUTTON|INPUT|A|SUMMARY)$/.test(event.target.tagName)
    )
      return;
    const action = keys[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  });
  for (const name of ['wheel', 'touchmove'])
    addEventListener(name, () => (follows = false), { passive: true });
  for (const name of ['play', 'pause', 'ended'])
    sound.addEventListener(name, () => {
      play.textContent = sound.paused ? 'Play' : 'Pause';
      show();
    });
  sound.addEventListener('seeked', show);
  (function frame() {
    if (!sound.paused) show();
    requestAnimationFrame(frame);
  })();
  show();
})();
