import type { Problem } from '../units/index.js';
import { sculptsOf, type Mix, type Piece } from '../piece/index.js';
import { pathText } from './problems.js';

/** What the schema alone cannot see: ids that occur twice, and ids that point nowhere. */
export function referenceProblems(piece: Piece): Problem[] {
  const problems: Problem[] = [];
  const idsOf = (
    name: string,
    items: readonly { id: string }[],
    path: readonly PropertyKey[],
  ): Set<string> => {
    const seen = new Set<string>();
    items.forEach((item, i) => {
      if (seen.has(item.id))
        problems.push({
          path: pathText([...path, i, 'id']),
          held: `"${item.id}"`,
          accepted: `an id that no other of the ${name} has`,
        });
      seen.add(item.id);
    });
    return seen;
  };
  const need = (ids: Set<string>, id: string | null, list: string, path: readonly PropertyKey[]) => {
    if (id !== null && !ids.has(id))
      problems.push({ path: pathText(path), held: `"${id}"`, accepted: `an id from ${list}` });
  };
  const parts = idsOf('parts', piece.parts, ['parts']);
  const ladders = idsOf('ladders', piece.ladders, ['ladders']);
  const paints = idsOf('paints', piece.paints, ['paints']);
  const views = idsOf('views', piece.views, ['views']);
  piece.views.forEach((view, i) => idsOf('sculpts', view.sculpts, ['views', i, 'sculpts']));
  if (piece.views[0].turnDeg !== 0)
    problems.push({
      path: pathText(['views', 0, 'turnDeg']),
      held: String(piece.views[0].turnDeg),
      accepted: '0: the others are told from the first view',
    });
  const surfaces = new Set(sculptsOf(piece).map((s) => s.surface));
  const groups = idsOf('groups', piece.groups, ['groups']);
  idsOf('adjustments', piece.adjustments, ['adjustments']);
  idsOf('notes', piece.notes, ['notes']);
  idsOf('neighbours', piece.rig.neighbours, ['rig', 'neighbours']);
  need(parts, piece.rig.focalPart, 'parts', ['rig', 'focalPart']);
  piece.parts.forEach((part, i) => {
    need(views, part.view, 'views', ['parts', i, 'view']);
    sameMetalProblems(piece, i, problems);
    need(groups, part.group, 'groups', ['parts', i, 'group']);
    if (part.form.kind === 'sculpt')
      need(surfaces, part.form.sculpt, 'the surfaces of sculpts', ['parts', i, 'form', 'sculpt']);
    if (part.finish.kind === 'metal')
      need(ladders, part.finish.ladder, 'ladders', ['parts', i, 'finish', 'ladder']);
  });
  const pigmented = new Set(
    piece.paints.filter((p) => p.kind !== 'medium' && p.kind !== 'varnish').map((p) => p.id),
  );
  const pigmentIn = (mix: Mix, path: readonly PropertyKey[]) => {
    if (mix.every((m) => paints.has(m.paint) && !pigmented.has(m.paint)))
      problems.push({
        path: pathText(path),
        held: 'only mediums and varnishes',
        accepted: 'a mix with at least one paint that holds pigment',
      });
  };
  piece.ladders.forEach((ladder, l) => {
    idsOf('steps of this ladder', ladder.steps, ['ladders', l, 'steps']);
    need(paints, ladder.undercoat, 'paints', ['ladders', l, 'undercoat']);
    idsOf('changes of this recipe', ladder.recipe, ['ladders', l, 'recipe']);
    ladder.recipe.forEach((change, c) => {
      if (!('mix' in change) || !change.mix) return;
      const path = ['ladders', l, 'recipe', c, 'mix'] as const;
      change.mix.forEach((m, k) => need(paints, m.paint, 'paints', [...path, k, 'paint']));
      pigmentIn(change.mix, path);
    });
    ladder.steps.forEach((step, s) => {
      const path = ['ladders', l, 'steps', s] as const;
      step.mix.forEach((m, k) => need(paints, m.paint, 'paints', [...path, 'mix', k, 'paint']));
      pigmentIn(step.mix, [...path, 'mix']);
      const before = s > 0 ? ladder.steps[s - 1].aimedShare : 1;
      if (step.aimedShare > before)
        problems.push({
          path: pathText([...path, 'aimedShare']),
          held: String(step.aimedShare),
          accepted: `at most the step before it, ${before}`,
        });
    });
  });
  piece.adjustments.forEach((a, i) => need(parts, a.part, 'parts', ['adjustments', i, 'part']));
  idsOf('layers of wear', piece.wear, ['wear']);
  piece.wear.forEach((w, i) => {
    need(parts, w.part, 'parts', ['wear', i, 'part']);
    if (piece.parts.some((p) => p.id === w.part && p.finish.kind === 'matte'))
      problems.push({
        path: pathText(['wear', i, 'part']),
        held: `"${w.part}", which is no metal`,
        accepted: 'a part painted as metal',
      });
  });
  piece.critique.quiet.forEach((q, i) => need(parts, q.part, 'parts', ['critique', 'quiet', i, 'part']));
  piece.notes.forEach((n, i) => need(parts, n.part, 'parts', ['notes', i, 'part']));
  return problems;
}

/** A part that is the same metal as another is seen from another side, and finished as that is. */
function sameMetalProblems({ parts }: Piece, i: number, problems: Problem[]): void {
  const part = parts[i];
  if (part.sameAs === null) return;
  const main = parts.find((p) => p.id === part.sameAs);
  const refuse = (held: string, accepted: string) =>
    problems.push({ path: pathText(['parts', i, 'sameAs']), held, accepted });
  if (!main) return void refuse(`"${part.sameAs}"`, 'an id from parts');
  if (main.view === part.view)
    return void refuse(`"${main.id}", of the same view`, 'a part that is seen in another view');
  if (main.sameAs !== null)
    return void refuse(
      `"${main.id}", which is told from "${main.sameAs}"`,
      'a part that is told from no other',
    );
  if (JSON.stringify(main.finish) !== JSON.stringify(part.finish))
    refuse(`"${main.id}", which is finished otherwise`, 'a part of the same finish: one metal has one');
}
