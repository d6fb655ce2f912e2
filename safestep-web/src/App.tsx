import { CablesPage } from "./inventory/CablesPage";
import { lazy, Suspense } from "react";
import { Link, Navigate, Route, Routes, useLocation } from "react-router";
import { LoginPage } from "./session/LoginPage";
import { WelcomePage } from "./session/WelcomePage";
import { PersonContext, useSessionQuery } from "./session/session";
import { NowPage } from "./now/NowPage";
import { Frame } from "./frame/Frame";
import { ErrorBlock, Loading } from "./ui/Messages";

const ChangesPage = lazy(() => import("./change/ChangesPage").then((m) => ({ default: m.ChangesPage })));
const NewChangePage = lazy(() => import("./change/NewChangePage").then((m) => ({ default: m.NewChangePage })));
const ChangePage = lazy(() => import("./change/ChangePage").then((m) => ({ default: m.ChangePage })));
const DevicesPage = lazy(() => import("./inventory/DevicesPage").then((m) => ({ default: m.DevicesPage })));
const PracticePage = lazy(() => import("./practice/PracticePage").then((m) => ({ default: m.PracticePage })));
const DevicePage = lazy(() => import("./device/DevicePage").then((m) => ({ default: m.DevicePage })));

const CalendarPage = lazy(() => import("./calendar/CalendarPage").then((m) => ({ default: m.CalendarPage })));
const ImportPage = lazy(() => import("./inventory/ImportPage").then((m) => ({ default: m.ImportPage })));
const BringInPage = lazy(() => import("./discovery/BringInPage").then((m) => ({ default: m.BringInPage })));
const SearchPage = lazy(() => import("./discovery/SearchPage").then((m) => ({ default: m.SearchPage })));
const GroupsPage = lazy(() => import("./group/GroupsPage").then((m) => ({ default: m.GroupsPage })));
const CredentialsPage = lazy(() =>
  import("./credential/CredentialsPage").then((m) => ({ default: m.CredentialsPage })),
);
const TemplatesPage = lazy(() => import("./library/TemplatesPage").then((m) => ({ default: m.TemplatesPage })));
const TemplatePage = lazy(() => import("./library/TemplatePage").then((m) => ({ default: m.TemplatePage })));
const MeetingPage = lazy(() => import("./change/MeetingPage").then((m) => ({ default: m.MeetingPage })));
const StandardsPage = lazy(() => import("./standard/StandardsPage").then((m) => ({ default: m.StandardsPage })));
const StandardPage = lazy(() => import("./standard/StandardPage").then((m) => ({ default: m.StandardPage })));
const WriteStandardPage = lazy(() =>
  import("./standard/WriteStandardPage").then((m) => ({ default: m.WriteStandardPage })),
);
const PoolsPage = lazy(() => import("./library/PoolsPage").then((m) => ({ default: m.PoolsPage })));
const RulesPage = lazy(() => import("./library/RulesPage").then((m) => ({ default: m.RulesPage })));
const ChecksPage = lazy(() => import("./library/ChecksPage").then((m) => ({ default: m.ChecksPage })));
const CheckSetsPage = lazy(() => import("./library/CheckSetsPage").then((m) => ({ default: m.CheckSetsPage })));
const ApprovalRulesPage = lazy(() =>
  import("./library/ApprovalRulesPage").then((m) => ({ default: m.ApprovalRulesPage })),
);
const RiskPage = lazy(() => import("./library/RiskPage").then((m) => ({ default: m.RiskPage })));
const ServicesPage = lazy(() => import("./library/ServicesPage").then((m) => ({ default: m.ServicesPage })));
const BackupsPage = lazy(() => import("./backup/BackupsPage").then((m) => ({ default: m.BackupsPage })));
const LinesPage = lazy(() => import("./backup/LinesPage").then((m) => ({ default: m.LinesPage })));
const KeepingPage = lazy(() => import("./backup/KeepingPage").then((m) => ({ default: m.KeepingPage })));
const ArchivePage = lazy(() => import("./backup/ArchivePage").then((m) => ({ default: m.ArchivePage })));
const RegularPage = lazy(() => import("./backup/RegularPage").then((m) => ({ default: m.RegularPage })));
const ComparePage = lazy(() => import("./backup/ComparePage").then((m) => ({ default: m.ComparePage })));
const DriftPage = lazy(() => import("./drift/DriftPage").then((m) => ({ default: m.DriftPage })));
const FindingPage = lazy(() => import("./drift/FindingPage").then((m) => ({ default: m.FindingPage })));
const UnsavedPage = lazy(() => import("./drift/UnsavedPage").then((m) => ({ default: m.UnsavedPage })));
const ChangedPage = lazy(() => import("./drift/ChangedPage").then((m) => ({ default: m.ChangedPage })));
const PoliciesPage = lazy(() => import("./drift/PoliciesPage").then((m) => ({ default: m.PoliciesPage })));
const PeoplePage = lazy(() => import("./person/PeoplePage").then((m) => ({ default: m.PeoplePage })));
const ImportPeoplePage = lazy(() => import("./person/ImportPeoplePage").then((m) => ({ default: m.ImportPeoplePage })));
const InvitePage = lazy(() => import("./person/InvitePage").then((m) => ({ default: m.InvitePage })));
const ProvidersPage = lazy(() => import("./provider/ProvidersPage").then((m) => ({ default: m.ProvidersPage })));
const NetworkPage = lazy(() => import("./setup/NetworkPage").then((m) => ({ default: m.NetworkPage })));
const MailPage = lazy(() => import("./setup/MailPage").then((m) => ({ default: m.MailPage })));
const StartPage = lazy(() => import("./start/StartPage").then((m) => ({ default: m.StartPage })));
const PlatformsPage = lazy(() => import("./setup/PlatformsPage").then((m) => ({ default: m.PlatformsPage })));
const TeamsPage = lazy(() => import("./person/TeamsPage").then((m) => ({ default: m.TeamsPage })));
const RightsPage = lazy(() => import("./person/RightsPage").then((m) => ({ default: m.RightsPage })));
const OwnPage = lazy(() => import("./own/OwnPage").then((m) => ({ default: m.OwnPage })));
const InboxPage = lazy(() => import("./notice/InboxPage").then((m) => ({ default: m.InboxPage })));
const RecordPage = lazy(() => import("./record/RecordPage").then((m) => ({ default: m.RecordPage })));
const LooksPage = lazy(() => import("./record/LooksPage").then((m) => ({ default: m.LooksPage })));
const ReportPage = lazy(() => import("./record/ReportPage").then((m) => ({ default: m.ReportPage })));
const ProofPage = lazy(() => import("./record/ProofPage").then((m) => ({ default: m.ProofPage })));
const RoundsPage = lazy(() => import("./round/RoundsPage").then((m) => ({ default: m.RoundsPage })));
const RoundPage = lazy(() => import("./round/RoundPage").then((m) => ({ default: m.RoundPage })));

export function App() {
  const session = useSessionQuery();
  const { pathname } = useLocation();
  if (session.error) {
    return <ErrorBlock error={session.error} />;
  }
  if (!session.data) {
    return <Loading />;
  }
  if (pathname === "/welcome") {
    return <WelcomePage />;
  }
  if (!session.data.person) {
    return <LoginPage session={session.data} />;
  }
  return (
    <PersonContext.Provider value={session.data.person}>
      <Suspense fallback={<Loading />}>
        <Routes>
          <Route element={<Frame practice={session.data.practice} />}>
            <Route index element={<NowPage />} />
            <Route path="changes" element={<ChangesPage />} />
            <Route path="changes/meeting" element={<MeetingPage />} />
            <Route path="changes/new" element={<NewChangePage />} />
            <Route path="changes/:number/:rung?" element={<ChangePage />} />
            <Route path="calendar" element={<CalendarPage />} />
            <Route path="devices" element={<DevicesPage />} />
            <Route path="devices/:name/:view?" element={<DevicePage />} />
            <Route path="import" element={<ImportPage />} />
            <Route path="bring-in" element={<BringInPage />} />
            <Route path="cables" element={<CablesPage />} />
            <Route path="searches/:id" element={<SearchPage />} />
            <Route path="groups/:id?" element={<GroupsPage />} />
            <Route path="credentials/:id?" element={<CredentialsPage />} />
            <Route path="library" element={<Navigate replace to="/library/templates" />} />
            <Route path="library/templates" element={<TemplatesPage />} />
            <Route path="library/templates/:id" element={<TemplatePage />} />
            <Route path="library/standard" element={<StandardsPage />} />
            <Route path="library/standard/new" element={<WriteStandardPage />} />
            <Route path="library/standard/:id" element={<StandardPage />} />
            <Route path="library/standard/:id/edit" element={<WriteStandardPage />} />
            <Route path="library/pools/:id?" element={<PoolsPage />} />
            <Route path="library/rules/:id?" element={<RulesPage />} />
            <Route path="library/checks/:id?" element={<ChecksPage />} />
            <Route path="library/sets/:id?" element={<CheckSetsPage />} />
            <Route path="library/services/:id?" element={<ServicesPage />} />
            <Route path="library/approvals/:id?" element={<ApprovalRulesPage />} />
            <Route path="library/risk" element={<RiskPage />} />
            <Route path="backups" element={<BackupsPage />} />
            <Route path="backups/lines" element={<LinesPage />} />
            <Route path="backups/regular" element={<RegularPage />} />
            <Route path="backups/keeping" element={<KeepingPage />} />
            <Route path="backups/archive" element={<ArchivePage />} />
            <Route path="backups/compare" element={<ComparePage />} />
            <Route path="drift" element={<DriftPage />} />
            <Route path="drift/unsaved" element={<UnsavedPage />} />
            <Route path="drift/changed" element={<ChangedPage />} />
            <Route path="drift/policies" element={<PoliciesPage />} />
            <Route path="record" element={<RecordPage />} />
            <Route path="record/looks" element={<LooksPage />} />
            <Route path="record/report" element={<ReportPage />} />
            <Route path="record/proof" element={<ProofPage />} />
            <Route path="settings" element={<Navigate replace to="/settings/people" />} />
            <Route path="settings/people/:id?" element={<PeoplePage />} />
            <Route path="settings/import" element={<ImportPeoplePage />} />
            <Route path="settings/invite" element={<InvitePage />} />
            <Route path="settings/sign-on/:id?" element={<ProvidersPage />} />
            <Route path="settings/network" element={<NetworkPage />} />
            <Route path="settings/mail" element={<MailPage />} />
            <Route path="settings/platforms" element={<PlatformsPage />} />
            <Route path="settings/teams/:id?" element={<TeamsPage />} />
            <Route path="settings/rights" element={<RightsPage />} />
            <Route path="start/:step?" element={<StartPage />} />
            <Route path="own" element={<OwnPage />} />
            <Route path="inbox" element={<InboxPage />} />
            <Route path="drift/:id" element={<FindingPage />} />
            <Route path="rounds" element={<RoundsPage />} />
            <Route path="rounds/:id" element={<RoundPage />} />
            {session.data.practice && <Route path="practice" element={<PracticePage />} />}
            <Route
              path="*"
              element={
                <>
                  <h1>There is no such page</h1>
                  <p>
                    <Link to="/">Go to Now</Link>, or find what you want with the search above.
                  </p>
                </>
              }
            />
          </Route>
        </Routes>
      </Suspense>
    </PersonContext.Provider>
  );
}
