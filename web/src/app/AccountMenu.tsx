import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { ask, client } from "../api/client";
import { useChanges } from "./changes";
import { useKeysState } from "./keys";
import { setTheme, useTheme, type Theme } from "./theme";

const itemLook = "flex min-h-8 items-center px-3 outline-none data-[highlighted]:bg-sea-wash";

/** What was typed and shown belongs to who leaves; how the page looks and its keys stay with the browser. */
function forgetWork() {
  const stays = ["corlin-theme", "corlin-single-keys"];
  for (const key of Object.keys(localStorage)) if (key.startsWith("corlin-") && !stays.includes(key)) localStorage.removeItem(key);
}

/** Who is signed in, how it looks, and the way out. */
export default function AccountMenu({ name, opened, onReminders }: { name: string; opened: boolean; onReminders: () => void }) {
  const theme = useTheme();
  const queries = useQueryClient();
  const { fail } = useChanges();
  const { setHelpOpen } = useKeysState();
  const navigate = useNavigate();
  const signOut = () =>
    ask(client.DELETE("/api/session"))
      .then(() => {
        queries.clear();
        forgetWork();
        location.assign("/");
      })
      .catch(fail);
  return (
    <DropdownMenu.Root defaultOpen={opened}>
      <DropdownMenu.Trigger className="h-8 px-2 text-soft hover:text-ink">{name}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className="z-30 min-w-44 border border-ink bg-water py-1 text-[13px]">
          <DropdownMenu.Label className="px-3 py-1 text-xs text-soft">How it looks</DropdownMenu.Label>
          <DropdownMenu.RadioGroup value={theme} onValueChange={(v) => setTheme(v as Theme)}>
            {(["system", "light", "dark"] as const).map((t) => (
              <DropdownMenu.RadioItem key={t} value={t} className={itemLook}>
                {{ system: "As this machine", light: "By day", dark: "By night" }[t]}
                <DropdownMenu.ItemIndicator className="ml-auto pl-4 text-xs text-soft">chosen</DropdownMenu.ItemIndicator>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/mine" })}>
            Your own page
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/convene" })}>
            Convene
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/requests" })}>
            Requests
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/mail" })}>
            Mail room
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/handover" })}>
            Hand over
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/files" })}>
            Calendar files
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/history" })}>
            What was done
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={onReminders}>
            Reminders
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void navigate({ to: "/account" })}>
            Your way in
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => setHelpOpen(true)}>
            All keys
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => void signOut()}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
