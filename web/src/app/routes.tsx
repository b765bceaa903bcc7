import { Route, Routes, useLocation } from 'react-router';
import { isHere } from '../document-store/is-here';
import { Guarded } from '../ui/Guarded';
import { Shell } from './Shell';
import { STATIONS } from './stations';

const Home = STATIONS[0]!.page;

/** A station that cannot be drawn leaves the header, and the way to the others, at work. */
function Station({ name, page: Page, onlyHere = false }: Pick<(typeof STATIONS)[number], 'name' | 'page'> & { onlyHere?: boolean }) {
  const { pathname } = useLocation();
  if (onlyHere && !isHere())
    return (
      <main className="mx-auto max-w-reading px-6 py-5 max-sm:px-3">
        <h1 className="wide mb-2 text-head leading-tight font-bold">{name}</h1>
        <p className="text-soft">This is done on the machine that Puddler runs on.</p>
      </main>
    );
  return (
    <Guarded what={name} resetKeys={[pathname]}>
      <Page />
    </Guarded>
  );
}

/** The view of each address. */
export const Views = () => (
  <Routes>
    <Route element={<Shell />}>
      {STATIONS.map(({ path, name, page, onlyHere = false }) => (
        <Route key={path} path={path} element={<Station name={name} page={page} onlyHere={onlyHere} />} />
      ))}
      <Route path="*" element={<Home />} />
    </Route>
  </Routes>
);
