import { Button } from '../../ui/Button.js';
import { Controls } from './Stage.js';

interface ChoicesProps {
  readonly label: string;
  readonly options: readonly string[];
  readonly onTake: (index: number) => void;
}

/** One of a few answers; pressing one answers. */
export const Choices = ({ label, options, onTake }: ChoicesProps) => (
  <Controls>
    <p className="w-full text-label text-g82">{label}</p>
    <div role="group" aria-label={label} className="flex flex-wrap gap-3">
      {options.map((option, i) => (
        <Button key={option} look="plain" className="min-h-11 min-w-24" onClick={() => onTake(i)}>
          {option}
        </Button>
      ))}
    </div>
  </Controls>
);
