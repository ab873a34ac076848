/** Hands the microphone's samples on, as they come, to the page. Runs in the audio thread, which cannot import. */
class RecorderTap extends AudioWorkletProcessor {
  process([input]) {
    const channel = input?.[0];
    if (channel) this.port.postMessage(channel.slice());
    return true;
  }
}

registerProcessor('recorder-tap', RecorderTap);
