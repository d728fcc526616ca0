import { Button } from '@mantine/core';
import { writeWorkspace } from '@sgraffa/core';
import { putBack } from '../store/bench.ts';
import { useReadTrouble } from '../store/opening.ts';
import { store } from '../store/start.ts';
import { download } from '../ui/download.ts';

/** What keeps the storage from being read, with the ways out of it; the page goes on showing what it last read. */
const StorageTrouble = () => {
  const unread = useReadTrouble();
  if (!unread) return null;
  const { trouble, held } = unread;
  return (
    <div className="sg-storage-trouble" role="alert">
      <p>
        <strong>{trouble.title}.</strong> {trouble.words}
      </p>
      <div className="sg-buttons">
        {held && (
          <>
            <Button onClick={() => void putBack(held)}>Put back what this page shows</Button>
            <Button
              variant="outline"
              onClick={() =>
                download('sgraffa-put-aside.json', writeWorkspace(store.heldWorkspace(held)), 'application/json')
              }
            >
              Save it as a file
            </Button>
          </>
        )}
        <Button variant="outline" onClick={() => window.location.reload()}>
          Load the page again
        </Button>
      </div>
    </div>
  );
};

export default StorageTrouble;
