import type { Me } from "../api/schema";
import { resumeSession } from "../api/session";
import { Panel } from "../ui/Panel";
import { OpenDemo } from "./OpenDemo";
import { SignInForm } from "./SignIn";

/** Asks for the password again over the work, which stays as it is. */
export function SignInAgain({ me }: { me: Me }) {
  return (
    <Panel open title="Please sign in again">
      <p className="pb-4">
        Your session has ended. Your work is still here and goes on after this.
      </p>
      {me.demo && me.name === "demo" ? (
        <OpenDemo onDone={resumeSession} />
      ) : (
        <SignInForm name={me.name ?? ""} onDone={resumeSession} />
      )}
    </Panel>
  );
}
