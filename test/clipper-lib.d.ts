declare module 'clipper-lib' {
  namespace ClipperLib {
    type Path = { X: number; Y: number }[];
    type Paths = Path[];
    const ClipType: { ctUnion: number; ctDifference: number; ctIntersection: number; ctXor: number };
    const PolyType: { ptSubject: number; ptClip: number };
    const PolyFillType: { pftEvenOdd: number; pftNonZero: number };
    class Clipper {
      static Area(path: Path): number;
      static SimplifyPolygons(paths: Paths, rule: number): Paths;
      AddPaths(paths: Paths, type: number, closed: boolean): void;
      Execute(type: number, out: Paths, subject: number, clip: number): boolean;
    }
  }
  export default ClipperLib;
}
