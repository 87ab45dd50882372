import type { Sculpt } from '@pale-glint/core';
import type { MeshView } from '@pale-glint/core/mesh';

export type MeshJob =
  | { readonly kind: 'open'; readonly file: Blob; readonly name: string }
  | { readonly kind: 'glance'; readonly jobId: number; readonly view: MeshView }
  | { readonly kind: 'make'; readonly view: MeshView; readonly keep: boolean };

export interface OpenedMesh {
  readonly kind: 'opened';
  readonly triangles: number;
  readonly up: 'y' | 'z';
  readonly notes: readonly string[];
  /** Height in the file's unit, by which way it stands. */
  readonly tall: { readonly y: number; readonly z: number };
}

export interface MadeMesh {
  readonly kind: 'made';
  readonly surface: Uint8Array<ArrayBuffer>;
  readonly sculpt: Sculpt;
  /** The shape as it is kept, where that was asked for and is not too large. */
  readonly shape: Uint8Array<ArrayBuffer> | null;
}

export type MeshMessage =
  | { readonly kind: 'progress'; readonly doing: string; readonly share: number }
  | OpenedMesh
  | { readonly kind: 'glance'; readonly jobId: number; readonly sculpt: Sculpt }
  | MadeMesh
  | { readonly kind: 'failed'; readonly message: string };
