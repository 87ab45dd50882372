import { counted } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { blobApi, blobKeys } from '../api/blobs.js';

const megabytes = (bytes: number) => `${(bytes / 1048576).toFixed(1)} MB`;

/** Photos and surfaces on the server, and a way to let go of those that no piece uses. */
export function Kept() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: blobKeys, queryFn: blobApi.list, staleTime: 0 });
  const [message, setMessage] = useState<string | null>(null);
  if (!data || data.length === 0) return null;
  const unused = data.filter((b) => b.usedBy.length === 0);
  const sum = (list: typeof data) => megabytes(list.reduce((n, b) => n + b.bytes, 0));
  const sweep = () =>
    blobApi.sweep().then(
      async ({ removed, bytes }) => {
        setMessage(`${removed} removed, ${megabytes(bytes)} free.`);
        await client.invalidateQueries({ queryKey: blobKeys });
      },
      (error: Error) => setMessage(error.message),
    );
  return (
    <p className="pt-6 text-label text-g82" role="status">
      {counted(data.length, 'photo or surface is', 'photos and surfaces are')} kept with the pieces,{' '}
      {sum(data)}.{' '}
      {unused.length > 0 && (
        <button type="button" onClick={() => void sweep()} className="text-g98 underline underline-offset-2">
          Remove {unused.length} that no piece uses, {sum(unused)}
        </button>
      )}{' '}
      {message}
    </p>
  );
}
