import { faceNamed, type NamedFont } from '@/core/importing';

/** A family and a weight of a face that is here. */
export type NamedFace = NonNullable<ReturnType<typeof faceNamed>>;

/** The faces that fonts of a page are, by the names that these have; null for those that are not here. */
export class KnownFaces {
  private readonly found = new Map<string, NamedFace | null>();

  constructor(private readonly fonts: readonly NamedFont[]) {}

  of(name: string): NamedFace | null {
    const known = this.found.get(name);
    if (known !== undefined) return known;
    const face = faceNamed(name, this.fonts);
    this.found.set(name, face);
    return face;
  }
}
