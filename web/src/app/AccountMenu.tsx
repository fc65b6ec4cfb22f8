import { useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { useKeysState } from "./keys";
import { places } from "./places";
import { setTheme, useTheme, type Theme } from "./theme";
import { useSignOut } from "./hooks/useSignOut";

const notInHead = places.filter(
  (p) => !["/", "/lanes", "/arrange", "/answer", "/chase", "/whereabouts", "/access", "/people"].includes(p.to),
);

const itemLook = "flex min-h-8 items-center px-3 outline-none data-[highlighted]:bg-sea-wash";

/** Who is signed in, how it looks, and the way out. */
export default function AccountMenu({ name, opened, onReminders }: { name: string; opened: boolean; onReminders: () => void }) {
  const theme = useTheme();
  const { setHelpOpen } = useKeysState();
  const navigate = useNavigate();
  const signOut = useSignOut();
  return (
    <DropdownMenu.Root defaultOpen={opened}>
      <DropdownMenu.Trigger className="h-8 max-w-36 truncate px-2 text-soft hover:text-ink">{name}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className="z-30 min-w-44 border border-ink bg-water py-1 text-[13px]">
          <DropdownMenu.Label className="px-3 py-1 text-xs text-soft">How it looks</DropdownMenu.Label>
          <DropdownMenu.RadioGroup value={theme} onValueChange={(v) => setTheme(v as Theme)}>
            {(["system", "light", "dark"] as const).map((t) => (
              <DropdownMenu.RadioItem key={t} value={t} className={itemLook}>
                {{ system: "Same as my device", light: "Light", dark: "Dark" }[t]}
                <DropdownMenu.ItemIndicator className="ml-auto pl-4 text-xs text-soft">chosen</DropdownMenu.ItemIndicator>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          {notInHead.map((p) => (
            <DropdownMenu.Item key={p.to} className={itemLook} onSelect={() => void navigate({ to: p.to })}>
              {p.words}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item className={itemLook} onSelect={onReminders}>
            Reminders
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={() => setHelpOpen(true)}>
            All keys
          </DropdownMenu.Item>
          <DropdownMenu.Item className={itemLook} onSelect={signOut}>
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
