import { counted } from '@pale-glint/core';
import type { OrderLayer, Piece, Schedule } from '@pale-glint/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { toDataURL } from 'qrcode';
import { useEffect, useState } from 'react';
import { pairing, pairingKey } from '../../api/pairing.js';
import { takeNewer, usePieceStore } from '../../store/PieceContext.js';
import { Button } from '../../ui/Button.js';
import { Dialog } from '../../ui/Dialog.js';
import { benchFile } from './bench/benchFile.js';

const CODE_PX = 264;
const ASK_EVERY_MS = 4000;

interface Code {
  readonly address: string;
  readonly image: string;
}

const codeOf = async (address: string): Promise<Code> => ({
  address,
  image: await toDataURL(address, { margin: 1, width: CODE_PX, errorCorrectionLevel: 'M' }),
});

const clock = (iso: string) => new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date(iso));

/** The code that a phone scans, and what is said about it. */
function CodeDialog({ codes, onClose }: { readonly codes: readonly Code[]; readonly onClose: () => void }) {
  return (
    <Dialog open={codes.length > 0} onClose={onClose} title="Scan this with your phone">
      <div className="flex flex-wrap gap-6">
        {codes.map(({ address, image }) => (
          <figure key={address}>
            <img
              src={image}
              width={CODE_PX}
              height={CODE_PX}
              alt="Code that opens the table on a phone, once"
            />
            <figcaption className="max-w-66 pt-1 text-label break-all">{address}</figcaption>
          </figure>
        ))}
      </div>
      <p className="text-label">
        Phone and computer have to be in the same home network. The code opens the table of this piece once;
        for another phone ask for another. What goes between them is not encrypted: others in the same network
        could read the steps, ticks, notes and photos. Nothing else of yours can be reached that way.
      </p>
      <div className="flex justify-end">
        <Button onClick={onClose}>It is open on the phone</Button>
      </div>
    </Dialog>
  );
}

/** The table on a phone beside the palette: opened on request, for this piece alone, and ended by one press. */
export function OnMyPhone({
  schedule,
  order,
  piece,
}: {
  readonly schedule: Schedule;
  readonly order: readonly OrderLayer[];
  readonly piece: Piece;
}) {
  const client = useQueryClient();
  const [codes, setCodes] = useState<readonly Code[]>([]);
  const [told, setTold] = useState('');
  const [busy, setBusy] = useState(false);
  const { data } = useQuery({
    queryKey: pairingKey(piece.id),
    queryFn: () => pairing.state(piece.id),
    refetchInterval: ({ state }) => (state.data?.open ? ASK_EVERY_MS : false),
  });
  const store = usePieceStore();
  const version = data?.version ?? 0;
  // A note from a phone makes the piece a newer one.
  useEffect(() => takeNewer(store, version), [store, version]);
  const again = () => void client.invalidateQueries({ queryKey: pairingKey(piece.id) });
  const start = async () => {
    setBusy(true);
    try {
      const page = await benchFile(piece, order, schedule, {
        live: true,
        tell: (share) => setTold(`Painting the pictures, ${Math.round(100 * share)} %`),
      });
      const { addresses } = await pairing.start(piece.id, page);
      setCodes(await Promise.all(addresses.map(codeOf)));
      setTold('');
    } catch (error) {
      setTold(`Not opened: ${error instanceof Error ? error.message : String(error)}`);
    }
    setBusy(false);
    again();
  };
  const end = async () => {
    try {
      await pairing.end(piece.id);
      setTold('Ended: no phone reaches it any more.');
    } catch (error) {
      setTold(`Not ended: ${error instanceof Error ? error.message : String(error)}`);
    }
    again();
  };
  return (
    <div className="rounded-sm bg-g96 p-4">
      <p className="pb-2 font-semibold">On my phone</p>
      <div className="flex flex-wrap gap-2">
        <Button look="plain" disabled={busy || schedule.evenings.length === 0} onClick={() => void start()}>
          {data?.open ? 'A code for another phone' : 'Show a code'}
        </Button>
        {data?.open && (
          <Button look="plain" onClick={() => void end()}>
            End it
          </Button>
        )}
      </div>
      <p role="status" className="pt-1 text-label text-g28">
        {told ||
          (data?.open ? `${counted(data.phones, 'phone')} at the table, until ${clock(data.until)}.` : '')}
      </p>
      <CodeDialog
        codes={codes}
        onClose={() => {
          setCodes([]);
          again();
        }}
      />
    </div>
  );
}
