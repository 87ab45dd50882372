interface FileButtonProps {
  readonly label: string;
  readonly accept: string;
  readonly many?: boolean;
  /** Quiet beside a button that matters more. */
  readonly look?: 'solid' | 'plain';
  readonly onFiles: (files: File[]) => void;
}

const LOOKS = {
  solid: 'bg-g10 text-g98 hover:bg-g28',
  plain: 'bg-g98 text-g10 ring-1 ring-g72 hover:ring-g38',
} as const;

/** A button that opens the system's own choice of files. */
export function FileButton({ label, accept, many, look = 'solid', onFiles }: FileButtonProps) {
  return (
    <label
      className={`inline-flex min-h-9 items-center rounded-sm px-3.5 text-label font-semibold focus-within:ring-2 focus-within:ring-g05 focus-within:ring-offset-2 ${LOOKS[look]}`}
    >
      {label}
      <input
        type="file"
        accept={accept}
        multiple={many}
        className="sr-only"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </label>
  );
}
