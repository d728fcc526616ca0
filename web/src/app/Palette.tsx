import { Spotlight, spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useBench, useCatalogue } from '../store/bench.ts';
import { COURSE_NAMES, COURSES } from '../ui/sentence.ts';

/** Finds a piece or one of its courses by name; fetched when it is first asked for, and mounted anew each time. */
const Palette = () => {
  const bench = useBench();
  const all = useCatalogue();
  const navigate = useNavigate();
  useEffect(() => spotlight.open(), []);
  const go = (to: string) => (): void => {
    void navigate(to);
  };
  const actions: SpotlightActionData[] = [
    ...(bench?.pieces ?? []).flatMap(({ id, value }) => [
      { id, label: value.name, description: 'piece', onClick: go(`/pieces/${id}/match`) },
      ...COURSES.map((course) => ({
        id: `${id} ${course}`,
        label: `${value.name}: ${COURSE_NAMES[course]}`,
        onClick: go(`/pieces/${id}/${course}`),
      })),
    ]),
    ...[...all.bases, ...all.finishes, ...all.products, ...all.methods].map(({ id, name }) => ({
      id: `handbook ${id}`,
      label: name,
      description: 'handbook',
      onClick: go(`/handbook/${id}`),
    })),
    { id: 'week', label: 'Week', onClick: go('/week') },
    { id: 'bench', label: 'Bench', onClick: go('/bench') },
    { id: 'patches', label: 'Test patches', onClick: go('/patches') },
    { id: 'log', label: 'Log', onClick: go('/log') },
    { id: 'shelf', label: 'Shelf', onClick: go('/shelf') },
    { id: 'to-buy', label: 'To buy', onClick: go('/shelf/to-buy') },
    { id: 'new', label: 'New piece', onClick: go('/pieces/new') },
    { id: 'settings', label: 'Settings', onClick: go('/settings') },
  ];
  return (
    <Spotlight
      actions={actions}
      nothingFound="Nothing of that name."
      searchProps={{ placeholder: 'A piece, a course or a material', 'aria-label': 'Find' }}
      overlayProps={{ blur: 0, backgroundOpacity: 0.35 }}
      limit={10}
      scrollable
      maxHeight={420}
    />
  );
};

export default Palette;
