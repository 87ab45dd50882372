interface FileButtonProps {
  readonly label: string;
  readonly accept: string;
  readonly many?: boolean;
  readonly onFiles: (files: File[]) => void;
}

/** A button that opens the system's own choice of files. */
export function FileButton({ label, accept, many, onFiles }: FileButtonProps) {
  return (
    <label className="inline-flex min-h-9 items-center rounded-sm bg-g10 px-3.5 text-label font-semibold text-g98 focus-within:ring-2 focus-within:ring-g05 focus-within:ring-offset-2 hover:bg-g28">
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
