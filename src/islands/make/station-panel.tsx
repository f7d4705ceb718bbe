import { lazy } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Station } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import { useFetchedAhead } from '#islands/shared/fetched-ahead.ts';
import type { DeskStore } from './stations/picture/desk-store';
import type { ElementsDesk } from './stations/elements/elements-desk';
import type { GroupsDesk } from './stations/groups/groups-desk';
import type { LightDesk } from './stations/light/light-desk';
import type { MakeStore } from './document/make-store';
import { PicturesShelf } from './picture/pictures-shelf';
import { ElementsStation } from './stations/elements/elements-station';
import type { Address } from './use-address';
import type { Bands } from './plan/use-bands';
import type { Parting } from './plan/use-parting';
import { useOpenInside } from './stations/elements/use-open-inside';
import type { Raster } from './picture/use-raster';
import type { LiveReading } from './picture/use-reading';

// One stands at one station at a time: the others come when they are gone to.
const pieces = {
  PictureStation: () => import('./stations/picture/picture-station').then((module) => ({ default: module.PictureStation })),
  GroupsStation: () => import('./stations/groups/groups-station').then((module) => ({ default: module.GroupsStation })),
  LightStation: () => import('./stations/light/light-station').then((module) => ({ default: module.LightStation })),
  RecipeStation: () => import('./stations/recipe/recipe-station').then((module) => ({ default: module.RecipeStation })),
};
const PictureStation = lazy(pieces.PictureStation);
const GroupsStation = lazy(pieces.GroupsStation);
const LightStation = lazy(pieces.LightStation);
const RecipeStation = lazy(pieces.RecipeStation);

type Props = {
  useMake: MakeStore;
  useDesk: DeskStore;
  useElements: ElementsDesk;
  useLight: LightDesk;
  useGroups: GroupsDesk;
  make: Make;
  picture: ColouredPicture;
  /** The picture with what is tried, but not taken yet. */
  shown: ColouredPicture;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  parting: Parting;
  lamp: SceneLamp;
  reading: LiveReading;
  originalPx: { widthPx: number; heightPx: number } | null;
  station: Station;
  go: (change: Partial<Address>) => void;
};

/** What stands beside the picture at each station of the workline. */
export function StationPanel(props: Props) {
  const { useMake, useDesk, useElements, useLight, useGroups, make, picture, table, raster, bands, parting } = props;
  const { lamp, reading, originalPx, station, go } = props;
  const { rack, hand, edit, takeInHand } = useMake(
    useShallow((state) => ({
      rack: state.rack,
      hand: state.hand,
      edit: state.edit,
      takeInHand: state.takeInHand,
    })),
  );
  useFetchedAhead(pieces);
  const chosenId = hand.kind === 'element' ? hand.elementId : null;
  const choose = (elementId: string | null) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId });
  switch (station) {
    case 'picture':
      return (
        <div className="space-y-6">
          <PictureStation
            {...{ useMake, useDesk, reading, picture, table, originalPx }}
            makeId={make.id}
            onGoOn={() => go({ station: 'elements' })}
          />
          <PicturesShelf
            useMake={useMake}
            make={make}
            currentId={picture.id}
            shown={picture}
            onShow={(pictureId) => go({ pictureId, colouringId: null })}
            onColouring={(colouringId) => go({ pictureId: picture.id, colouringId, station: 'groups' })}
          />
        </div>
      );
    case 'elements':
      return <Elements {...{ useMake, useDesk, useElements, make, picture, table, raster, go }} />;
    case 'groups':
      return <GroupsStation {...{ useMake, useGroups, make, picture, table, raster, bands, parting }} shown={props.shown} />;
    case 'light':
      return (
        <LightStation
          {...{ useMake, useLight, make, picture, table, raster, bands, lamp }}
          markers={rack.markers}
          onGroups={() => go({ station: 'groups' })}
        />
      );
    case 'recipe':
      return <RecipeStation {...{ make, picture, table, rack, chosenId, edit }} onChoose={choose} />;
  }
}

type ElementsProps = Pick<Props, 'useMake' | 'useDesk' | 'useElements' | 'make' | 'picture' | 'table' | 'raster' | 'go'>;

function Elements({ useDesk, go, ...props }: ElementsProps) {
  const openInside = useOpenInside(props.raster, props.table);
  return (
    <ElementsStation
      {...props}
      openInside={openInside}
      onMend={() => {
        useDesk.getState().set({ step: 'mend' });
        // An opening may lie anywhere: nothing is faded there.
        props.useMake.getState().takeInHand({ kind: 'nothing' });
        go({ station: 'picture' });
      }}
    />
  );
}
