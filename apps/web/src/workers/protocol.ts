import type {
  AnyView,
  Finding,
  Glint,
  Lab,
  LayerId,
  OrderLayer,
  PartSheet,
  Picture,
  Piece,
  Point,
  ProposedRegion,
  FixedPiece,
  StepMarks,
  Survival,
  Tick,
} from '@pale-glint/core';

export type MapView = AnyView;

/** Which layer of the painting order the pictures show as just done; null for the finished piece. */
export type AfterLayer = LayerId;

/** Everything that decides how the parts look on a picture. */
export interface MapJob {
  readonly kind: 'map';
  readonly generation: number;
  readonly piece: Piece;
  /** The side that it is seen from: the id of a view of the piece. */
  readonly figureView: string;
  readonly picture: Picture;
  readonly view: MapView;
  readonly after: AfterLayer | null;
  /** A first picture, from forms sampled more thinly. */
  readonly rough: boolean;
  /** Several workers share the parts: this one takes every `of`-th, from `worker`. */
  readonly worker: number;
  readonly of: number;
}

/** Zones, figures and the order's amounts of every part. The first worker puts all of it together. */
export interface SheetsJob {
  readonly kind: 'sheets';
  readonly generation: number;
  readonly piece: Piece;
  readonly worker: number;
  readonly of: number;
}

/** Makes a worker ready while the page is still fetching the piece. */
export interface WarmJob {
  readonly kind: 'warm';
  readonly piece: null;
}

/** Joins two workers that measure together: what one measures the other is told. */
export interface PartnerJob {
  readonly kind: 'partner';
  readonly piece: null;
  readonly port: MessagePort;
}

/** One small picture, or an export. */
export interface PictureJob {
  readonly kind: 'picture';
  readonly jobId: number;
  readonly piece: Piece;
  readonly width: number;
  readonly height: number;
  readonly view: MapView;
  readonly after: AfterLayer | null;
  readonly part: string | null;
  /** Of a part many times as long as broad its middle alone. */
  readonly closeUp?: boolean;
  /** The side that it is seen from; the first that has a part by default. */
  readonly figureView?: string;
  readonly surroundHex: string;
  readonly as: 'bitmap' | 'png';
  /** The name that it is kept under once it is drawn; null for one that is not kept. */
  readonly keepAs: string | null;
}

/** One step on one part, with what it does not touch held back. */
export interface StepJob {
  readonly kind: 'step';
  readonly jobId: number;
  readonly piece: Piece;
  readonly part: string;
  readonly width: number;
  readonly height: number;
  readonly surroundHex: string;
  readonly layer: AfterLayer;
  readonly below: AfterLayer | null;
}

/** A step as a picture, and what is drawn on it. */
export interface StepDrawing {
  readonly png: Uint8Array<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
  readonly marks: StepMarks;
}

/** A sheet of paper with all that is needed at the table. */
export interface CardJob {
  readonly kind: 'card';
  readonly jobId: number;
  readonly piece: Piece;
  readonly part: string | null;
  readonly ticks: readonly Tick[];
}

export interface SvgJob {
  readonly kind: 'svg';
  readonly jobId: number;
  readonly piece: Piece;
  readonly figureView: string;
}

/** Every fix there is, applied until none is left. */
export interface SettleJob {
  readonly kind: 'settle';
  readonly jobId: number;
  readonly piece: Piece;
}

/** How much of the reading survives under light from all sides; a newer one, or a stop, ends it. */
export interface RoundJob {
  readonly kind: 'round';
  readonly generation: number;
  /** Null stops the one that runs. */
  readonly piece: Piece | null;
}

/** A sculpt's surface as a picture: primed under the piece's light, or by how far it can be believed. */
export interface SurfaceJob {
  readonly kind: 'surface';
  readonly jobId: number;
  readonly piece: Piece;
  readonly surface: string;
  readonly figureView: string;
  readonly show: 'primed' | 'confidence';
}

/** The smooth region round a tapped place of a sculpt, in mm from its middle. */
export interface RegionJob {
  readonly kind: 'region';
  readonly jobId: number;
  readonly piece: Piece;
  readonly surface: string;
  /** Tapped places, mm from the sculpt's middle. */
  readonly places: readonly Point[];
}

/** Every smooth region of a sculpt, to be proposed for parts. */
export interface RegionsJob {
  readonly kind: 'regions';
  readonly jobId: number;
  readonly piece: Piece;
  readonly surface: string;
}

export type Job =
  | MapJob
  | SheetsJob
  | PartnerJob
  | WarmJob
  | PictureJob
  | StepJob
  | SvgJob
  | CardJob
  | SettleJob
  | RoundJob
  | SurfaceJob
  | RegionJob
  | RegionsJob;

/** A part's sheet with what the drawings need besides. */
export interface SheetMessage {
  readonly sheet: PartSheet;
  readonly glints: readonly Glint[];
  /** Fully covering colour of every step, dark to light. */
  readonly colours: readonly Lab[];
  /** Aimed cover share of every step; empty for matte parts. */
  readonly aimed: readonly number[];
}

export type MapMessage =
  | {
      readonly kind: 'part';
      readonly generation: number;
      readonly part: string;
      readonly picture: Picture;
      readonly column: number;
      readonly row: number;
      readonly bitmap: ImageBitmap;
      readonly ms: number;
    }
  | { readonly kind: 'gone'; readonly generation: number; readonly part: string }
  | { readonly kind: 'mapDone'; readonly generation: number; readonly ms: number }
  | {
      readonly kind: 'sheet';
      readonly generation: number;
      readonly part: string;
      readonly news: SheetMessage;
    }
  | {
      /** The order as known so far, while zones are still measured. */
      readonly kind: 'orderSoFar';
      readonly generation: number;
      readonly order: readonly OrderLayer[];
      /** All of its lines, from a rough measure; else the first ones. */
      readonly all: boolean;
    }
  | {
      readonly kind: 'sheetsDone';
      readonly generation: number;
      readonly order: readonly OrderLayer[];
      readonly findings: readonly Finding[];
      /** What the critique alone took. */
      readonly critiqueMs: number;
    }
  | { readonly kind: 'settled'; readonly jobId: number; readonly settled: FixedPiece }
  | { readonly kind: 'roundPart'; readonly generation: number; readonly done: number; readonly of: number }
  | {
      readonly kind: 'round';
      readonly generation: number;
      readonly survival: Survival;
      /** What would raise it, tried so far. */
      readonly remedies: readonly { readonly label: string; readonly share: number }[];
      readonly finished: boolean;
    }
  | {
      readonly kind: 'picture';
      readonly jobId: number;
      readonly bitmap: ImageBitmap | null;
      readonly png: Uint8Array<ArrayBuffer> | null;
    }
  | { readonly kind: 'step'; readonly jobId: number; readonly drawing: StepDrawing }
  | { readonly kind: 'surface'; readonly jobId: number; readonly bitmap: ImageBitmap }
  | {
      readonly kind: 'region';
      readonly jobId: number;
      readonly points: readonly (readonly [number, number])[] | null;
      /** Why there is none. */
      readonly message: string | null;
    }
  | { readonly kind: 'regions'; readonly jobId: number; readonly regions: readonly ProposedRegion[] }
  | { readonly kind: 'svg'; readonly jobId: number; readonly text: string }
  | { readonly kind: 'card'; readonly jobId: number; readonly pdf: Uint8Array<ArrayBuffer> }
  | {
      readonly kind: 'failed';
      readonly generation: number | null;
      readonly jobId: number | null;
      readonly part: string | null;
      readonly message: string;
    };
