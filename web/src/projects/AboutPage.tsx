import { Navigate } from "@tanstack/react-router";
import { Awaited } from "../parts/Awaited";
import { buttonLook } from "../parts/Button";
import { useSession } from "../shared/queries";
import { PlainPage } from "./PlainPage";
import { useInstallation } from "./queries";

/** What is installed: its version, where the data is, whose work it is made with. */
export function AboutPage() {
  const session = useSession();
  const found = useInstallation();
  if (session.data && !session.data.name) return <Navigate to="/sign-in" />;
  return (
    <PlainPage title="About Bunraku">
      <Awaited of={found}>
        {({ version, database, folder }) => (
          <>
            <p className="pb-4 text-ink-2">
              Bunraku runs where it is installed. It uses no network of its own: nothing that you
              type leaves that computer unless you export it.
            </p>
            <dl className="grid grid-cols-[120px_1fr] gap-y-2 pb-6 max-[500px]:grid-cols-1">
              <dt className="text-quiet">Version</dt>
              <dd>{version}</dd>
              <dt className="text-quiet">Database</dt>
              <dd>{database}</dd>
              <dt className="text-quiet">Your data</dt>
              <dd className="break-words">
                {folder ||
                  "On the server. Ask the person who runs it for the folder and the backups."}
              </dd>
            </dl>
          </>
        )}
      </Awaited>
      <h2 className="pb-2 text-lg">Licences</h2>
      <p className="pb-4 text-ink-2">
        Bunraku is made with fonts, word lists and programs by others. One text names them all and
        gives their licences.
      </p>
      <a href="/api/notice" target="_blank" rel="noreferrer" className={buttonLook("plain")}>
        Read the licences
      </a>
    </PlainPage>
  );
}
