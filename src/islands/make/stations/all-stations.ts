import { cardStation } from './card/record';
import { colourStation } from './colour/record';
import { elementsStation } from './elements/record';
import { groupsStation } from './groups/record';
import { lightStation } from './light/record';
import { pictureStation } from './picture/record';
import { recipeStation } from './recipe/record';
import type { AnyStation, Desk, StationRecord } from './station';

/** The stations of the workline, in the order of the trade. */
export const stations: readonly AnyStation[] = [
  pictureStation,
  elementsStation,
  groupsStation,
  lightStation,
  recipeStation,
  colourStation,
  cardStation,
];

/** A station by its id; where there is none of it, where one begins. */
export function stationOf(id: string): AnyStation {
  return stations.find((station) => station.id === id) ?? elementsStation;
}

/** One desk for each station, as long as the make is on the screen. */
export function openDesks(): <D>(record: StationRecord<D>) => Desk<D> {
  const desks = new Map(stations.map((record) => [record.id, record.createDesk()]));
  return (record) => desks.get(record.id) as ReturnType<(typeof record)['createDesk']>;
}
