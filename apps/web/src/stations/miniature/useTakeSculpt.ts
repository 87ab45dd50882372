import { useState } from 'react';
import { useNavigate } from 'react-router';
import { usePieceStore } from '../../store/PieceContext.js';
import { useStation } from '../stationState.js';
import { addSculpt, type NewSculpt } from './addSculpt.js';
import { failureOf } from '../../api/http.js';

/** Lays a surface under the parts and goes there; tells what it is doing, or why it could not. */
export function useTakeSculpt() {
  const store = usePieceStore();
  const navigate = useNavigate();
  const { select, figureView } = useStation();
  const [status, setStatus] = useState<string | null>(null);
  const take = async (made: Omit<NewSculpt, 'figureView'>) => {
    try {
      await addSculpt(store, { ...made, figureView }, setStatus);
      select(null);
      await navigate('../parts');
    } catch (error) {
      setStatus(failureOf(error));
    }
  };
  return { status, setStatus, take };
}
