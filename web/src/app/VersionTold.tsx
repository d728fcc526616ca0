import { Button } from '@mantine/core';
import { takeNewVersion, useNewVersion } from './versions.ts';

const WORDS = {
  waiting:
    'A new version of Sgraffa is here. It is taken when you ask for it, or by itself once the page is put aside.',
  needed: 'A new version of Sgraffa has taken over. Finish what you are typing, then load it.',
} as const;

/** Tells that a newer version is there; what is being typed is never interrupted by it. */
export const VersionTold = () => {
  const version = useNewVersion();
  if (version === 'none') return null;
  return (
    <div className="sg-version" role="status">
      <span>{WORDS[version]}</span>
      <Button variant="outline" size="compact-md" onClick={takeNewVersion}>
        Load it now
      </Button>
    </div>
  );
};
