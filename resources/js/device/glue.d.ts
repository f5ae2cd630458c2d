// The glue of PHP in WebAssembly, as much of it as is used here.
declare module '#php' {
  export interface Machine {
    FS: { writeFile(path: string, content: string | Uint8Array): void };
    HEAPU8: Uint8Array;
    ccall(name: string, returns: 'number' | null, types: string[], given: string[], options?: { async: boolean }): unknown;
  }
  interface Wishes {
    noInitialRun: boolean;
    ENV: Record<string, string>;
    locateFile: (file: string) => string;
    onAbort: (why: unknown) => void;
    print: (line: string) => void;
    printErr: (line: string) => void;
    onStdout: (bytes: Uint8Array) => void;
    onStderr: (bytes: Uint8Array) => void;
    onHeaders: () => void;
    onMessage: (answer: string) => Promise<string>;
    instantiateWasm: (imports: WebAssembly.Imports, receive: (instance: WebAssembly.Instance, module: WebAssembly.Module) => void) => object;
    onRuntimeInitialized: () => void;
  }
  export const dependencyFilename: string;
  export function init(where: 'WORKER', wishes: Wishes): Machine;
}
