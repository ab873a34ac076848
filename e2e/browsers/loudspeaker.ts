import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { startProgram, temporaryFolder } from './programs.ts';

const RATE = 16_000;

/** What browsers play into, and a screen for those that need one. */
export interface Loudspeaker {
  /** Environment of a browser that plays here. */
  readonly environment: NodeJS.ProcessEnv;
  /**
   * Records for some seconds.
   * @returns the loudness in decibels of full scale (RMS); -Infinity for silence.
   */
  record(seconds: number): Promise<number>;
  stop(): void;
}

/** Starts a PulseAudio with a null sink, a message bus and a virtual screen, all of their own. */
export async function startLoudspeaker(): Promise<Loudspeaker> {
  const { folder, remove } = temporaryFolder();
  const socket = path.join(folder, 'sound.sock');
  const display = `:${90 + (process.pid % 900)}`;
  const environment: NodeJS.ProcessEnv = {
    ...process.env,
    HOME: folder,
    XDG_RUNTIME_DIR: folder,
    XDG_CONFIG_HOME: path.join(folder, 'config'),
    PULSE_SERVER: `unix:${socket}`,
    DISPLAY: display,
    NO_AT_BRIDGE: '1',
    GDK_BACKEND: 'x11',
    WEBKIT_DISABLE_COMPOSITING_MODE: '1',
    LIBGL_ALWAYS_SOFTWARE: '1',
  };
  const children: ChildProcess[] = [];
  children.push(
    await startProgram('Xvfb', [display, '-screen', '0', '1280x1000x24', '-nolisten', 'tcp'], {
      environment,
      isReady: () => Promise.resolve(existsSync(`/tmp/.X11-unix/X${display.slice(1)}`)),
    }),
  );
  const bus = spawn('dbus-daemon', ['--session', '--nofork', `--address=unix:path=${folder}/bus`], { env: environment, stdio: 'ignore' }); // prettier-ignore
  children.push(bus);
  environment.DBUS_SESSION_BUS_ADDRESS = `unix:path=${folder}/bus`;
  children.push(
    await startProgram(
      'pulseaudio',
      [
        '-n', '--daemonize=no', '--exit-idle-time=-1', '--disallow-exit', '--log-level=error',
        '-L', `module-native-protocol-unix socket=${socket} auth-anonymous=1`,
        '-L', `module-null-sink sink_name=room rate=${RATE} channels=1`,
      ],
      { environment, isReady: () => Promise.resolve(existsSync(socket)) },
    ),
  ); // prettier-ignore
  return {
    environment,
    record: (seconds) => record(seconds, environment),
    stop: () => {
      for (const child of children.reverse()) child.kill();
      remove();
    },
  };
}

async function record(seconds: number, environment: NodeJS.ProcessEnv): Promise<number> {
  const recorder = spawn(
    'parec',
    ['--device=room.monitor', '--format=s16le', `--rate=${RATE}`, '--channels=1', '--raw'],
    {
      env: environment,
      stdio: ['ignore', 'pipe', 'ignore'],
    },
  );
  const parts: Buffer[] = [];
  recorder.stdout.on('data', (part: Buffer) => parts.push(part));
  await sleep(seconds * 1000);
  recorder.kill();
  const bytes = Buffer.concat(parts);
  const samples = new Int16Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / 2));
  if (samples.length < (seconds * RATE) / 4)
    throw new Error('Nothing was recorded: is the sound server running?');
  const power = samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length;
  return 20 * Math.log10(Math.sqrt(power) / 32_768);
}
