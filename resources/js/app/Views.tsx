import { lazy, memo, Suspense } from 'react';
import { LinearProgress } from '@mui/material';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { useSelection } from './selection';
import { useWork } from './session';
import { ViewBoundary } from './ViewBoundary';

// Each view is loaded when it is opened: what a crew does not look at costs it nothing.
const BenchView = lazy(async () => ({ default: (await import('../views/bench/BenchView')).BenchView }));
const CoverView = lazy(async () => ({ default: (await import('../views/cover/CoverView')).CoverView }));
const LineView = lazy(async () => ({ default: (await import('../views/line/LineView')).LineView }));
const OfficeView = lazy(async () => ({ default: (await import('../views/office/OfficeView')).OfficeView }));
const NewMain = lazy(async () => ({ default: (await import('../views/setout/NewMain')).NewMain }));
const ReckonView = lazy(async () => ({ default: (await import('../views/reckon/ReckonView')).ReckonView }));
const RulesView = lazy(async () => ({ default: (await import('../views/rules/RulesView')).RulesView }));
const SetoutView = lazy(async () => ({ default: (await import('../views/setout/SetoutView')).SetoutView }));
const TestView = lazy(async () => ({ default: (await import('../views/test/TestView')).TestView }));
const ShiftView = lazy(async () => ({ default: (await import('../views/shift/ShiftView')).ShiftView }));
const YardView = lazy(async () => ({ default: (await import('../views/yard/YardView')).YardView }));

/** What stands under the line: one view by its path. */
export const Views = memo(function Views() {
  const { main } = useWork();
  const { selected, next } = useSelection();
  const { pathname } = useLocation();
  return (
    <ViewBoundary view={pathname}>
      <Suspense fallback={<LinearProgress aria-label="Loading the view" />}>
        <Routes>
          <Route path="/line/:joint?" element={<LineView />} />
          <Route path="/bench/:joint" element={<BenchView key={selected} />} />
          <Route path="/test/:section?" element={<TestView />} />
          <Route path="/office/:room?" element={<OfficeView />} />
          <Route path="/setout" element={<SetoutView key={main.id} />} />
          <Route path="/setout/new" element={<NewMain />} />
          <Route path="/cover/:work?" element={<CoverView key={main.id} />} />
          <Route path="/yard/:room?/:work?" element={<YardView key={main.id} />} />
          <Route path="/shift" element={<ShiftView key={main.id} />} />
          <Route path="/reckon/:calculation?" element={<ReckonView />} />
          <Route path="/rules" element={<RulesView />} />
          <Route path="*" element={<Navigate to={main.id === '' ? '/office/job' : `/line/${next ?? ''}`} replace />} />
        </Routes>
      </Suspense>
    </ViewBoundary>
  );
});
