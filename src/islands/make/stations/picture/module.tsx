import { PicturesShelf } from '../../picture/pictures-shelf';
import type { Desk, Seen, StationModule } from '../station';
import type { DeskState } from './desk-store';
import { PictureDesk } from './picture-desk';
import { PictureStation } from './picture-station';

function Panel({ useDesk, ...seen }: Seen & { useDesk: Desk<DeskState> }) {
  const { useMake, make, picture, table, reading, originalPx, go } = seen;
  return (
    <div className="space-y-6">
      <PictureStation
        {...{ useMake, useDesk, reading, picture, table, originalPx }}
        makeId={make.id}
        onGoOn={() => go({ station: 'elements' })}
      />
      <PicturesShelf
        {...{ useMake, make }}
        currentId={picture.id}
        shown={picture}
        onShow={(pictureId) => go({ pictureId, colouringId: null })}
        onColouring={(colouringId) => go({ pictureId: picture.id, colouringId, station: 'groups' })}
      />
    </div>
  );
}

export const station: StationModule<DeskState> = { Panel, Place: PictureDesk };
