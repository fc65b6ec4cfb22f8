import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { ask, client } from "../../api/client";
import { useChanges } from "./changes";

/** What was typed and shown belongs to who leaves; how the page looks and its keys stay with the browser. */
function forgetWork() {
  const stays = ["corlin-theme", "corlin-single-keys"];
  for (const key of Object.keys(localStorage)) if (key.startsWith("corlin-") && !stays.includes(key)) localStorage.removeItem(key);
  sessionStorage.clear();
}

/** Leaves: nothing of who was here stays in this window. */
export function useSignOut() {
  const queries = useQueryClient();
  const { fail } = useChanges();
  return useCallback(() => {
    // What is clicked on a page that is going would be lost with it, a sign-in too.
    document.body.inert = true;
    ask(client.DELETE("/api/session"))
      .then(() => {
        queries.clear();
        forgetWork();
        // Going back would show the page of who has left.
        addEventListener("pageshow", (e) => e.persisted && location.reload());
        location.assign("/");
      })
      .catch((e: unknown) => {
        document.body.inert = false;
        fail(e);
      });
  }, [fail, queries]);
}
