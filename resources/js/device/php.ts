/// <reference lib="webworker" />
import type { Machine } from '#php';
import core from '../../../var/device/core.txt?url';

/** One run that never ends, so that the core stays loaded: it hands over its last answer and waits for the next question. */
const LOOP = `<?php
require '/core.php';
$answer = 'ready';
while (($question = post_message_to_js($answer)) !== '') {
    $answer = Diastoma\\Core\\Device\\Door::answer($question);
}`;

const INI = [
  'max_execution_time=0',
  'memory_limit=256M',
  'display_errors=stderr',
  'html_errors=0',
  'error_reporting=-1',
  'date.timezone=UTC',
  'serialize_precision=-1',
].join('\n');

let machine: Machine;
let ended: Promise<never>;
let wake: ((question: string) => void) | undefined;
let answered: ((answer: string) => void) | undefined;
let said = '';

/** Loads PHP and the core, and begins the run. */
export async function start(): Promise<void> {
  const text = fetch(core).then((reply) => reply.arrayBuffer());
  const { dependencyFilename: wasm, init } = await import('#php'); // a chunk of its own, under its own licence: NOTICE
  machine = await new Promise<Machine>((resolve, reject) => {
    const made = init('WORKER', {
      noInitialRun: true,
      ENV: {},
      locateFile: (file) => file,
      onAbort: reject,
      print: () => undefined,
      printErr: (line) => (said += `${line}\n`),
      onStdout: () => undefined,
      onStderr: (bytes) => (said += new TextDecoder().decode(bytes)),
      onHeaders: () => undefined,
      onMessage: (answer) => {
        const done = answered;
        answered = undefined;
        const next = new Promise<string>((question) => (wake = question));
        done?.(answer);
        return next;
      },
      instantiateWasm: (imports, receive) => {
        (async () => {
          const module = await WebAssembly.compileStreaming(fetch(wasm));
          receive(await WebAssembly.instantiate(module, imports), module);
        })().catch(reject);
        return {};
      },
      onRuntimeInitialized: () => resolve(made),
    });
  });
  machine.FS.writeFile('/core.php', new Uint8Array(await text));
  machine.FS.writeFile('/php.ini', INI);
  machine.FS.writeFile('/loop.php', LOOP);
  machine.ccall('wasm_set_phpini_path', null, ['string'], ['/php.ini']);
  await machine.ccall('php_wasm_init', null, [], [], { async: true });
  await begin();
}

/** Begins the run; again after a fatal error of PHP has ended it. */
export async function begin(): Promise<void> {
  said = '';
  machine.ccall('wasm_set_path_translated', null, ['string'], ['/loop.php']);
  machine.ccall('wasm_set_request_uri', null, ['string'], ['/']);
  machine.ccall('wasm_set_request_method', null, ['string'], ['GET']);
  const ready = new Promise<string>((resolve) => (answered = resolve));
  ended = Promise.resolve(machine.ccall('wasm_sapi_handle_request', 'number', [], [], { async: true })).then((code) => {
    throw new Error(`The rules on this device ended with ${String(code)}: ${said}`);
  });
  ended.catch(() => undefined);
  await Promise.race([ready, ended]);
}

export function ask(question: string): Promise<string> {
  const answer = new Promise<string>((resolve) => (answered = resolve));
  wake?.(question);
  return Promise.race([answer, ended]);
}

/** Memory that the machine holds, bytes. */
export const held = () => machine.HEAPU8.length;
