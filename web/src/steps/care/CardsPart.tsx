import { Button, Checkbox, MultiSelect, Select, TextInput } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import {
  CARD_LANGUAGES,
  careCard,
  isScrapped,
  type CardLanguage,
  type CardSettings,
  type CareCard,
  type Paper,
  type Problem,
} from '@sgraffa/core';
import { useBench, useChanges } from '../../store/bench.ts';
import { factsOf } from '../../store/facts.ts';
import { download, fileName } from '../../ui/download.ts';
import { sectionModel } from '../../ui/section/sectionModel.ts';
import { papersWorker } from '../../workers/papersClient.ts';
import type { AskedCards } from '../../workers/papers/types.ts';
import type { PieceModel } from '../piece/usePieceModel.ts';
import { CardWordsPart } from './CardWordsPart.tsx';
import { LANGUAGE_NAMES } from './languages.ts';

const PAPER_NAMES: readonly { value: Paper; label: string }[] = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
];
const MOST_CARDS = 1000;
const KEPT_MS = 10_000;

/** The section's outlines in a box of width 1. */
const inkOf = ({ part, catalogue }: PieceModel): AskedCards['ink'] => {
  const model = sectionModel({ part, catalogue });
  if (!model) return [];
  const outlines = [
    model.base.outline,
    ...model.bands.filter(({ isGhost }) => !isGhost).flatMap((band) => band.outlines),
  ];
  const top = Math.min(...outlines.flat().map(([, y]) => y));
  return outlines.map((outline) =>
    outline.map(([x, y]) => [x / model.width, (Math.min(y, model.smallHeight) - top) / model.width] as const),
  );
};

const Preview = ({ asked }: { asked: AskedCards }) => {
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    let isWanted = true;
    let url: string | null = null;
    void papersWorker()
      .cardPicture(asked)
      .then((blob) => {
        if (!isWanted) return;
        url = URL.createObjectURL(blob);
        setPicture(url);
      });
    return () => {
      isWanted = false;
      // the picture on the page may still be read from it
      const before = url;
      if (before) setTimeout(() => URL.revokeObjectURL(before), KEPT_MS);
    };
  }, [asked]);
  const [card] = asked.cards;
  return picture && card ? (
    <img
      className="sg-card"
      src={picture}
      alt={`Card: ${[card.name, card.headline, ...card.lines, card.never].filter(Boolean).join('. ')}`}
    />
  ) : null;
};

/** Cards that go with the pieces: for each copy, in the languages that are wanted. */
export const CardsPart = ({ model }: { model: PieceModel }) => {
  const bench = useBench();
  const { changeSettings } = useChanges();
  const [isEach, setEach] = useState(true);
  const [isDrawing, setDrawing] = useState(false);
  const { piece, limits, settings, catalogue, candidate, now } = model;
  const { cards: own } = settings;
  const facts = bench && factsOf(bench.events);
  const day = now.slice(0, 10);
  const made = useMemo(() => {
    const all = Array.from({ length: piece.quantity }, (_, index) => index + 1);
    const kept = all.filter((copy) => !facts || !isScrapped(facts, piece.id, copy));
    const copies: readonly (number | null)[] = isEach && piece.quantity > 1 ? kept : [null];
    const drawn: { cards: CareCard[]; problems: Map<string, Problem> } = { cards: [], problems: new Map() };
    for (const language of own.languages)
      for (const copy of copies.slice(0, MOST_CARDS)) {
        const { card, problems } = careCard({
          piece,
          limits,
          conditions: candidate?.onlyIf.map(({ words }) => words) ?? [],
          language,
          settings: own,
          temperature: settings.temperature,
          zone: settings.zone,
          catalogue,
          copy,
          leavesAt: `${day}T12:00:00.000Z`,
        });
        drawn.cards.push(card);
        for (const problem of problems) drawn.problems.set(`${language} ${problem.code}`, problem);
      }
    return drawn;
  }, [piece, limits, candidate, own, settings, catalogue, day, facts, isEach]);
  const asked = useMemo(
    (): AskedCards => ({ cards: made.cards, paper: own.paper, ink: inkOf(model) }),
    [made, own, model],
  );
  const [first] = made.cards;
  const one = useMemo((): AskedCards => ({ ...asked, cards: first ? [first] : [] }), [asked, first]);
  if (!bench || !first) return null;
  const change = (edit: Partial<CardSettings>) =>
    changeSettings(bench.settings, (kept) => ({ ...kept, cards: { ...kept.cards, ...edit } }), 'the cards');
  const print = async () => {
    setDrawing(true);
    const bytes = await papersWorker().cards(asked);
    setDrawing(false);
    download(`${fileName(piece.name)}-cards.pdf`, new Blob([bytes], { type: 'application/pdf' }));
  };
  const slips = made.cards.filter(({ slip }) => slip).length;
  return (
    <section aria-label="Cards" className="sg-cards">
      <h3 className="sg-rule">Cards that go with it</h3>
      <div className="sg-cards-body">
        <Preview asked={one} />
        <div>
          <TextInput
            label="Your name on them"
            description="Left empty, none stands there."
            defaultValue={own.maker}
            maxLength={120}
            onBlur={(event) => event.currentTarget.value !== own.maker && change({ maker: event.currentTarget.value })}
          />
          <MultiSelect
            label="Languages"
            data={CARD_LANGUAGES.map((value) => ({ value, label: LANGUAGE_NAMES[value] }))}
            value={[...own.languages]}
            onChange={(languages) => languages.length && change({ languages: languages as CardLanguage[] })}
          />
          <Select
            label="Paper, four to a page"
            data={PAPER_NAMES}
            value={own.paper}
            onChange={(paper) => paper && change({ paper: paper as Paper })}
          />
          {piece.quantity > 1 && (
            <Checkbox
              label="One for each copy"
              checked={isEach}
              onChange={(event) => setEach(event.currentTarget.checked)}
              my="md"
            />
          )}
          <p>
            {made.cards.length === 1 ? 'One card' : `${made.cards.length} cards`}
            {slips > 0 && `, and ${slips === 1 ? 'a slip' : `${slips} slips`}: it still hardens`}.
          </p>
          <div className="sg-buttons">
            <Button loading={isDrawing} onClick={() => void print()}>
              Cards to print
            </Button>
            <Button
              variant="outline"
              onClick={() =>
                void papersWorker()
                  .cardPicture(one)
                  .then((blob) => download(`${fileName(piece.name)}-card.png`, blob))
              }
            >
              One as a picture
            </Button>
          </div>
          {[...made.problems].map(([key, { given, todo }]) => (
            <p key={key} role="note" className="sg-sign is-caution">
              {given} {todo}
            </p>
          ))}
          <CardWordsPart words={own.words} languages={own.languages} change={(words) => change({ words })} />
        </div>
      </div>
    </section>
  );
};
