declare module 'pathkit-wasm/bin/pathkit.js' {
  interface SkPath {
    delete(): void;
  }
  interface SkOpBuilder {
    add(path: SkPath, operation: unknown): void;
    make(): SkPath;
    delete(): void;
  }
  interface PathKit {
    readonly SkOpBuilder: new () => SkOpBuilder;
    readonly PathOp: Readonly<Record<'UNION', unknown>>;
    FromSVGString(text: string): SkPath;
  }
  export default function init(options: { wasmBinary: Uint8Array }): Promise<PathKit>;
}
