import type { Circle, PhotoFault, Sculpt, Spoilt, Vec3 } from '@pale-glint/core';

/** Photos by the stand-in camera. */
export interface StandInJob {
  readonly kind: 'stand-in';
  readonly sculpt: string;
  readonly photos: number;
  readonly pxPerMm: number;
  readonly seed: number;
  readonly hard: boolean;
  readonly spoil: { readonly photo: number; readonly how: Spoilt } | null;
}

/** A surface from photos under a moving lamp. */
export interface ScanPhotosJob {
  readonly kind: 'scan';
  readonly photos: readonly Blob[];
  /** Outline of the ball in the first photo, in its pixels; null to look for it. */
  readonly ball: Circle | null;
  /** The ball's width. */
  readonly ballMm: number;
  readonly lampMm: number | 'far' | 'find';
}

/** A piece and its photos and surfaces made into one archive. */
export interface PackJob {
  readonly kind: 'pack';
  readonly piece: string;
  readonly hashes: readonly string[];
}

export interface UnpackJob {
  readonly kind: 'unpack';
  readonly file: Blob;
}

export type ScanJob = StandInJob | ScanPhotosJob | PackJob | UnpackJob;

export interface ScanProgress {
  readonly kind: 'scan';
  /** As it is stored. */
  readonly surface: Uint8Array<ArrayBuffer>;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly ball: Circle;
  /** By photo. */
  readonly faults: readonly (PhotoFault | null)[];
  readonly used: readonly number[];
  /** Photos contradict each other and none can be named. */
  readonly unclear: boolean;
  readonly lampMm: number | null;
  readonly ambient: number;
  readonly lamps: readonly Vec3[];
  readonly sculpt: Sculpt;
}

export type ScanMessage =
  | { readonly kind: 'progress'; readonly doing: string; readonly share: number }
  | {
      readonly kind: 'photos';
      readonly photos: readonly Blob[];
      readonly ballMm: number;
      readonly heightMm: number;
    }
  | ScanProgress
  | { readonly kind: 'packed'; readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly kind: 'unpacked'; readonly piece: string; readonly blobs: ReadonlyMap<string, Blob> }
  | {
      readonly kind: 'failed';
      readonly message: string;
      readonly faults: readonly (PhotoFault | null)[];
      readonly ball: boolean;
    };
