// Asks how far the page is, and goes to it as soon as it can be heard.
const BETWEEN = 2000;
const says = document.querySelector('[role="status"]');

async function readingStyle() {
  const answer = await fetch(`/hear/state${location.search}`, { cache: 'no-store' }).catch(() => undefined);
  if (answer === undefined) {
    say('The line is broken. This goes on when it is back.');
  } else if (answer.ok) {
    const { state, path, message } = await answer.json();
    if (state === 'ready') return location.replace(path);
    // The page itself says what is wrong, and waits no more.
    if (state === 'failed') return location.reload();
    say(message);
  } else if (answer.status < 500) {
    return location.reload();
  }
  setTimeout(readingStyle, BETWEEN);
}

/** Said once: who listens to the page is not told the same again and again. */
function say(message) {
  if (says.textContent !== message) says.textContent = message;
}

setTimeout(readingStyle, BETWEEN);
