import { Link } from 'react-router';

/** A side of the figure on which no part stands, beside others that have some. */
export const BareSide = ({ name }: { readonly name: string }) => (
  <p className="absolute inset-0 m-auto h-fit w-fit max-w-sm rounded-sm bg-g96 p-4 text-g28">
    Nothing of the {name.toLowerCase()} is mapped yet.{' '}
    <Link to="../parts" className="font-semibold text-g10 underline">
      Add its first part
    </Link>
    , or look at another side.
  </p>
);

/** A piece that holds nothing yet: what will be here, and where to begin. */
export function NoParts() {
  return (
    <div className="grid h-full place-items-center bg-g50 p-8">
      <div className="max-w-md space-y-3 rounded-sm bg-g96 p-6">
        <p className="text-lead font-semibold">Nothing to light yet</p>
        <p className="text-g28">
          The map appears here as soon as the piece has its first part: a blade, a knee, a band. It takes
          about twenty seconds.
        </p>
        <Link
          to="../parts"
          className="inline-block rounded-sm bg-g10 px-3.5 py-2 text-label font-semibold text-g98"
        >
          Add the first part
        </Link>
      </div>
    </div>
  );
}
