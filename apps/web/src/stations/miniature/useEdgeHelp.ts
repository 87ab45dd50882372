import {
  snappedToEdge,
  underlayPlaces,
  type EdgeImage,
  type Point,
  type Stroke,
  type Underlay,
} from '@pale-glint/core';
import { useEffect, useMemo, useState } from 'react';
import { blobApi } from '../../api/blobs.js';
import { edgesClient } from '../../workers/edgesClient.js';
import type { WorkerClient } from '../../workers/workerClient.js';
import type { EdgeJobs } from '../../workers/edges.worker.js';

/** Edges of the photo under the parts that taps are helped by; places are in the piece's mm. */
export interface EdgeHelp {
  /** A tap on the strongest edge within reach; as it is where there is none. */
  snap(at: Point, reachMm: number): Point;
  /** An outline that keeps to edges between its taps. */
  outline(taps: readonly Point[]): Promise<readonly Point[]>;
  /** The outline of the part that strokes lie in; why there is none, in words. */
  region(strokes: readonly Stroke[]): Promise<readonly Point[] | string>;
}

/** The photo that is open, its edges, and who found them. */
interface Opened {
  readonly photo: string;
  readonly edges: EdgeImage;
  readonly client: WorkerClient<EdgeJobs>;
}

/** Help from the edges of the photo under the parts; null without a photo, and until its edges are found. */
export function useEdgeHelp(underlay: Underlay | null): EdgeHelp | null {
  const hash = underlay?.photo ?? null;
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    if (!hash) return;
    const client = edgesClient();
    let wanted = true;
    fetch(blobApi.address(hash))
      .then((answer) => answer.blob())
      .then((photo) => client.ask('open', photo))
      .then(
        (edges) => wanted && setOpened({ photo: hash, edges, client }),
        // A photo that cannot be read here helps nobody; taps go where they are made.
        () => undefined,
      );
    return () => {
      wanted = false;
      client.end();
    };
  }, [hash]);
  return useMemo(() => {
    if (!underlay || opened?.photo !== underlay.photo) return null;
    const { edges, client } = opened;
    const { pxPerMm, toPhoto, toPiece } = underlayPlaces(underlay, edges);
    return {
      snap: (at, reachMm) => {
        const tap = toPhoto(at);
        const found = snappedToEdge(edges, tap, reachMm * pxPerMm);
        return found === tap ? at : toPiece(found);
      },
      outline: async (taps) => (await client.ask('outline', taps.map(toPhoto))).map(toPiece),
      region: async (strokes) => {
        const onPhoto = strokes.map((s) => ({ ...s, points: s.points.map(toPhoto) }));
        const found = await client.ask('region', onPhoto);
        return typeof found === 'string' ? found : found.map(toPiece);
      },
    };
  }, [underlay, opened]);
}
