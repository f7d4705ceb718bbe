/** Most of them that are told one by one. */
const mostTold = 20;

/** Parts of a file that cannot be used, in words; the others can. */
export function SetAsideParts({ words }: { words: readonly string[] }) {
  return (
    <div role="status" className="border-l-8 border-ink bg-paper px-4 py-3 text-sm">
      <p className="font-semibold">Left out of what the file holds:</p>
      <ul>
        {words.slice(0, mostTold).map((own, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two parts may be told of in the same words.
          <li key={place}>{own}</li>
        ))}
        {words.length > mostTold && <li>and {words.length - mostTold} more</li>}
      </ul>
    </div>
  );
}
