import {
  type Element3,
  element3Schema,
  make3Schema,
  type Operation3,
  operations3Schema,
  type Picture3,
  picture3Schema,
} from '#model/frozen/schema-3';

/** The name of the colouring that a picture of schema 3 comes to have: the same wherever it is made up, so that edits of before find it. */
const firstColouring = (pictureId: string): string => pictureId;

const ofColouring = (pictureId: string) => ({ pictureId, colouringId: firstColouring(pictureId) });

type Treatment4 = { id: string } & Record<string, unknown>;

/** What an element had of colours, by the names of schema 4; only what is there. */
function treatmentOf({ id, ladder, light }: Element3): Treatment4 | null {
  if (ladder === undefined && light === undefined) return null;
  return { id, ...(ladder === undefined ? {} : { ladder }), ...(light === undefined ? {} : { light }) };
}

function elementFrom3({ ladder: _, light: __, ...element }: Element3): object {
  return element;
}

function pictureFrom3({ strokes, marksPull, ...picture }: Picture3): object {
  const there = new Set(picture.elements.map(({ id }) => id));
  // A soft spot on an element that is no more coloured nothing and could not be seen.
  const elements = picture.elements.filter(({ spot }) => spot === undefined || there.has(spot.on));
  const treatments = elements.flatMap((element) => treatmentOf(element) ?? []).sort((one, other) => (one.id < other.id ? -1 : 1));
  const pull = marksPull === undefined ? {} : { cuesPull: marksPull };
  const colouring = { id: firstColouring(picture.id), ...pull, treatments, strokes };
  return { ...picture, elements: elements.map(elementFrom3), colourings: [colouring] };
}

/** A make of schema 3 as one of schema 4: what a picture gets of colours becomes its first colouring. @throws ZodError when it is no such make. */
export function makeFrom3(document: unknown): object {
  const { pictures, ...make } = make3Schema.parse(document);
  return { ...make, schema: 4, lightSeen: 1, pictures: pictures.map(pictureFrom3) };
}

const named = (fields: Record<string, unknown>, names: readonly string[]) =>
  Object.fromEntries(Object.entries(fields).filter(([name]) => names.includes(name)));
const without = (fields: Record<string, unknown>, names: readonly string[]) =>
  Object.fromEntries(Object.entries(fields).filter(([name]) => !names.includes(name)));
const patchOf = (operation: object, fields: Record<string, unknown>): object[] =>
  Object.keys(fields).length > 0 ? [{ kind: 'patch', ...operation, fields }] : [];

const coloursOfElement = ['ladder', 'light'];

function operationFrom3(operation: Operation3): object[] {
  const { kind, entity, pictureId = '', id = '', row, fields = {} } = operation;
  switch (`${kind} ${entity ?? ''}`) {
    case 'put picture':
      return [{ ...operation, row: pictureFrom3(picture3Schema.parse(row)) }];
    case 'patch picture':
      return [
        ...patchOf({ entity, id }, without(fields, ['marksPull'])),
        ...patchOf(
          { entity: 'colouring', pictureId: id, id: firstColouring(id) },
          'marksPull' in fields ? { cuesPull: fields.marksPull } : {},
        ),
      ];
    case 'put element': {
      // The row took the place of one that was there: what that one got goes too.
      const { id: elementId, ladder = null, light = null, ...element } = element3Schema.parse(row);
      return [
        { ...operation, row: { id: elementId, ...element } },
        ...patchOf({ entity: 'treatment', ...ofColouring(pictureId), id: elementId }, { ladder, light }),
      ];
    }
    case 'patch element':
      return [
        ...patchOf({ entity, pictureId, id }, without(fields, coloursOfElement)),
        ...patchOf({ entity: 'treatment', ...ofColouring(pictureId), id }, named(fields, coloursOfElement)),
      ];
    case 'put stroke':
    case 'remove stroke':
      return [{ ...operation, ...ofColouring(pictureId) }];
    default:
      return [operation];
  }
}

/** Operations of schema 2 or 3 as those of schema 4. @throws ZodError when they are no operations. */
export function operationsFrom3(operations: unknown): object[] {
  return operations3Schema.parse(operations).flatMap(operationFrom3);
}
