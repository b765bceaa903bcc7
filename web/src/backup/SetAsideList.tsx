import { isKindName, kindOf, type SetAside } from '@puddler/contract/shared';

const WHY: Record<SetAside['why'], string> = {
  broken: 'is damaged and cannot be read',
  'newer-release': 'was written by a newer Puddler',
};

/** Documents that the data folder holds and that cannot be shown. */
export function SetAsideList({ setAside }: { setAside: readonly SetAside[] }) {
  if (setAside.length === 0) return null;
  return (
    <section aria-labelledby="set-aside" className="mt-4 border-l-4 border-caution bg-sheet px-4 py-3">
      <h2 id="set-aside" className="font-semibold">
        Set aside
      </h2>
      <p className="text-soft">
        These stay in the data folder as they are. A backup that still has them whole brings them back; so does the newer Puddler.
      </p>
      <ul className="mt-2 text-body">
        {setAside.map(({ kind, id, name, why }) => (
          <li key={`${kind} ${id}`}>
            A {isKindName(kind) ? kindOf(kind).noun : `document of the kind “${kind}”`}
            {name !== undefined && ` “${name}”`} {WHY[why]} <span className="text-soft">({id})</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
