// A stranger's day in thirty tasks, each begun at the Desk. What is the same by pointer and by keys is said once.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { advance } from "../corlin.mjs";

const re = (text) => new RegExp(`^${text}`);

/** What one does in many tasks. */
export function at(page, hand) {
  const button = (name, within = page) => within.getByRole("button", { name }).first();
  const dialog = (name) => page.getByRole("dialog", { name });
  const option = (name) => page.getByRole("option", { name: re(name) }).first();
  const says = (words) => page.getByText(words).first().waitFor();
  return {
    button,
    dialog,
    option,
    says,
    /** Opens an entry: on its lane, or by its name. */
    open: (name) =>
      hand.by({
        pointer: () =>
          hand.on(
            page
              .getByRole("main")
              .getByRole("button", { name: re(name) })
              .first(),
          ),
        keys: () => hand.find(name, option(name)),
      }),
    /** Asks people in a part of the sentence. */
    ask: async (part, ...people) => {
      await hand.on(button(re(`${part}:`)));
      for (const [text, name] of people) await hand.pick(text, option(name));
      await hand.leave();
    },
    chosen: async (part, choice, within = page) => {
      await hand.on(button(re(`${part}:`), within));
      await hand.on(button(choice, dialog(part)));
    },
    /** Begins a meeting, beside what was being written before. */
    arrange: async () => {
      await hand.by({ pointer: () => hand.on(page.getByRole("link", { name: "Arrange a meeting" })), keys: () => hand.key("n") });
      const title = page.getByRole("textbox", { name: "Title" });
      await title.waitFor();
      const empty = (await title.inputValue()) === "" && (await button(/^Who must come: whom/).count()) > 0;
      if (!empty) await hand.on(button("New meeting"));
    },
    undo: () => hand.by({ pointer: () => hand.on(button(/^Undo/)), keys: () => hand.key("z") }),
    line: () => hand.by({ pointer: () => hand.to(page.getByRole("textbox", { name: "In one line" })), keys: () => hand.key("s") }),
  };
}

const noor = /Noor Haddad/;

/** Each by its number: what is to be done, by whom where it is not Noor, and how. */
export const tasks = {
  1: {
    what: "Say what Maren does right now, where, and until when",
    do: async (page) => {
      await page
        .getByRole("button", { name: /^Tide lease review, 09:00 to 10:00, on now, firm, Gannet/ })
        .first()
        .waitFor();
    },
  },
  2: {
    what: "Say what Wiremu’s next working hour is by your clock, and what the clock says where he is",
    do: async (page) => {
      await page.getByRole("group", { name: /^Wiremu Paki, Wellington, day starts in 9 h \d+/ }).waitFor();
      assert.match(await page.getByRole("group", { name: "Today’s lanes" }).innerText(), /22:4\d\s*Wellington/);
    },
  },
  3: {
    what: "Decline Sam’s supplier call for Desmond with a line, and offer Thursday",
    do: async (page, hand, { open, dialog, button, says }) => {
      await open("Supplier call");
      const answer = dialog("Supplier call").getByRole("region", { name: "Answer for Desmond Oyelaran" });
      await hand.write(answer.getByLabel("For Desmond, with a line if you like"), "He is in the yard");
      await hand.on(button(/^Another time for Desmond/, answer));
      const time = dialog("Another time for Desmond");
      await hand.write(time.getByLabel("Day", { exact: true }), "2027-03-11");
      await hand.on(button("Offer this time", time));
      await hand.on(button("Decline and offer it", answer));
      await says(/^Supplier call: declined for Desmond, and Thursday 11 March, .* is offered\./);
    },
  },
  4: {
    what: "Change your mind: he comes after all, tentatively",
    do: async (page, hand, { dialog, button, option, says }) => {
      await hand.find("supplier", option("Supplier call"));
      await hand.on(button("Tentative", dialog("Supplier call")));
      await says("Supplier call: tentative for Desmond.");
    },
  },
  5: {
    what: "Maren cannot reach lunch in time: mend it without moving Ana",
    do: async (page, hand, { open, dialog, button, says }) => {
      await open("Harbour authority");
      const sheet = dialog("Harbour authority");
      await hand.on(button(/^When:/, sheet));
      await hand.write(dialog("When").getByLabel("Ends"), "11:20");
      await hand.leave();
      await hand.main(button(/^Change it and notify/, sheet));
      await says(/“Harbour authority” is changed/);
    },
  },
  6: {
    what: "Pedro rings for 20 minutes with Maren about the crane; you are interrupted half-way",
    do: async (page, hand, { button, dialog, says }) => {
      await hand.place("Requests");
      const form = page.getByRole("form", { name: "Write down who asks" });
      await hand.write(form.getByRole("textbox", { name: "Who asks" }), "Pedro M");
      await hand.write(form.getByRole("textbox", { name: "Why" }), "the crane");
      await hand.place("Lanes");
      await page.getByRole("group", { name: /^Maren Falk,/ }).waitFor();
      await page.goBack();
      await form.waitFor();
      assert.equal(await form.getByRole("textbox", { name: "Who asks" }).inputValue(), "Pedro M");
      await hand.on(button(/^How long/, form));
      await hand.on(button("20 minutes", dialog("How long")));
      await hand.on(button(/^Ring back/, form));
      await hand.write(page.getByLabel("A number, hours, a name at the other end"), "555 0199");
      await hand.key("Enter");
      await hand.on(button("Write it down", form));
      await says("Pedro M is written down.");
    },
  },
  7: {
    what: "Arrange an hour for Maren, Desmond and Wiremu next week about the array budget, by video",
    do: async (page, hand, { arrange, ask, button, dialog, says }) => {
      await arrange();
      await hand.write(page.getByRole("textbox", { name: "Title" }), "Array budget");
      await ask("Who must come", ["desm", "Desmond Oyelaran"], ["wirem", "Wiremu Paki"]);
      await hand.on(button(/^How long:/));
      await hand.on(button("1 h", dialog("How long")));
      await hand.on(button(/^Between which days/));
      await hand.write(page.getByLabel("From", { exact: true }), "2027-03-15");
      await hand.write(page.getByLabel("To", { exact: true }), "2027-03-19");
      await hand.leave();
      // No slot suits all three: a time is chosen by hand, and what it does to each stands before sending.
      await says("In these days the 3 asked are never all free within their hours.");
      await hand.on(button(/^At what time:/));
      await hand.write(page.getByLabel("Day", { exact: true }), "2027-03-16");
      await hand.write(page.getByLabel("Starts", { exact: true }), "19:30");
      await hand.leave();
      await hand.on(button(/^Send to 2 for Tuesday 16, 19:30/));
      await says("“Array budget” goes to 2 in ten seconds.");
    },
  },
  8: {
    what: "Arrange 45 minutes with Lakshmi, Tomé and, if she can, Ana; Thursday at three is chosen; a room with a screen is added; send",
    do: async (page, hand, { arrange, ask, button, dialog, option, says }) => {
      await arrange();
      await hand.write(page.getByRole("textbox", { name: "Title" }), "Insurers, renewal terms");
      await ask("Who must come", ["lakshmi", "Lakshmi Rao"], ["tome", "Tomé Vidal"]);
      await ask("Who may come", ["ana br", "Ana Brandão"]);
      await hand.on(button(/^How long:/));
      await hand.on(button("45 minutes", dialog("How long")));
      await hand.on(button(/^At what time:/));
      await hand.write(page.getByLabel("Day", { exact: true }), "2027-03-11");
      await hand.write(page.getByLabel("Starts", { exact: true }), "15:00");
      await hand.leave();
      await hand.on(button(/^Where:/));
      const rooms = dialog("Where");
      await hand.to(rooms.getByRole("combobox", { name: "A room, which books itself" }));
      await hand.pick("screen 6", rooms.getByRole("listbox", { name: "Suggestions" }).getByRole("option").first());
      await hand.leave();
      await hand.on(button(/^Send to 3 for Thursday 11, 15:00$/));
      await says("“Insurers, renewal terms” goes to 3 in ten seconds.");
    },
  },
  9: {
    what: "Lakshmi wants another time: see what it does to everyone and grant it",
    do: async (page, hand, { button, says }) => {
      await advance(page, 11);
      await advance(page, 20);
      await hand.place("Chase");
      await hand.on(button(/^Thursday 15:00 Insurers, renewal terms/));
      await page.getByRole("region", { name: /Lakshmi Rao proposes/ }).waitFor();
      await hand.on(button(/^Move to .* and invite 3 again/));
      await says(/^“Insurers, renewal terms” is moved|Moved to|invited again/);
    },
  },
  10: {
    what: "Tomé says at your desk that he comes: enter it",
    do: async (page, hand, { button, option, dialog, says }) => {
      await hand.place("Chase");
      await hand.on(button(/^Thursday 15:\d\d Insurers, renewal terms/));
      await hand.on(button("Enter a spoken answer"));
      const form = page.getByRole("form", { name: "Enter a spoken answer" });
      await form.waitFor();
      const who = form.getByRole("button", { name: /^Who said it/ });
      if (!/Tomé/.test(await who.innerText())) {
        await hand.on(who);
        await hand.on(dialog("Who said it").getByRole("button", { name: /^Tomé Vidal/ }));
      }
      await hand.on(button("Enter it for Tomé", form));
      await says(/^Tomé accepts “Insurers, renewal terms”/);
    },
  },
  11: {
    what: "Remind who has said nothing, kindly; then find out whether you did so before",
    do: async (page, hand, { button, says }) => {
      await hand.place("Chase");
      await hand.on(button(/Safety board/));
      await hand.on(button("Remind the 2 without a reply"));
      const form = page.getByRole("form", { name: "Remind who has not replied" });
      await form.getByText("None of them was written to about it before.").waitFor();
      await hand.on(button("Remind 2", form));
      await says("Written to 2 about “Safety board”.");
      await hand.on(button("Remind the 2 without a reply"));
      await form.getByText(/^Last written to: .* today 09:4/).waitFor();
    },
  },
  12: {
    what: "Type “lunch with ana b thursday 1pm pier kitchen”, then a stand-up every other Tuesday until the end of June",
    do: async (page, hand, { line, says }) => {
      await hand.place("Lanes");
      await line();
      await hand.type("lunch with ana b thursday 1pm pier kitchen");
      await says(/Thursday 11 March, 13:00/);
      await hand.key("Enter");
      await page.getByRole("textbox", { name: "Title" }).waitFor();
      await hand.key("Control+Enter");
      await says(/goes to 1 in ten seconds/);
      await hand.place("Lanes");
      await line();
      await hand.type("every other tue 9-9.15 stand-up with array design until end of june");
      await says(/every second Tuesday/i);
      await hand.key("Enter");
      await page.getByRole("textbox", { name: "Title" }).waitFor();
      await hand.key("Control+Enter");
      await says(/^“stand-up” goes to \d+ in ten seconds/);
    },
  },
  13: {
    what: "Move the stand-up of 23 March only, half an hour later; give all from April on another room; take both back",
    do: async (page, hand, { dialog, button, says, undo }) => {
      const sheet = dialog(/^stand-up$/i);
      const on = async (date, name) => {
        await hand.on(button(/^When:/));
        await hand.write(dialog("When").getByLabel("Go to a date"), date);
        await hand.leave();
        await hand.on(page.getByRole("main").getByRole("button", { name }).first());
      };
      await hand.place("Lanes");
      await on("2027-03-23", /^stand-up, 09:00 to 09:15/);
      await hand.on(button(/^When:/, sheet));
      await hand.write(dialog("When").getByLabel("Starts"), "09:30");
      await hand.leave();
      await hand.main(button(/^Change this one/, sheet));
      await sheet.waitFor({ state: "detached" });
      await on("2027-04-06", /^stand-up, 09:00 to 09:15/);
      await hand.on(button(/^Where:/, sheet));
      await hand.write(dialog("Where").getByLabel("In"), "Dunlin");
      await hand.leave();
      await hand.choose(sheet.getByRole("radio", { name: /from here on/ }));
      await hand.main(button(/^Change from here on/, sheet));
      await sheet.waitFor({ state: "detached" });
      await undo();
      await says(/^Undone/);
      // The foot says what comes next once it has read that.
      await button(/^Undo: you changed “stand-up”/).waitFor();
      await undo();
      await says(/^Undone: you/);
    },
  },
  14: {
    what: "Give the yard’s entries of Maren and Wiremu a category in one go, and take it back in one go",
    do: async (page, hand, { chosen, says, undo }) => {
      await hand.place("Lanes");
      const entries = [/^Harbour authority/, /^Ferry timetable/].map((name) =>
        page
          .getByRole("group", { name: /^Lanes,/ })
          .getByRole("button", { name })
          .first(),
      );
      for (const entry of entries)
        await hand.by({
          pointer: async () => {
            hand.steps++;
            await entry.click({ modifiers: ["Control"] });
          },
          keys: async () => {
            await hand.to(entry);
            await hand.key("x");
          },
        });
      await chosen("Category for the chosen", /^Yard/);
      await says(/^2 entries|Two entries|are of the category|“Yard”/);
      await undo();
      await says(/^Undone/);
    },
  },
  15: {
    what: "Paste three attendees as a mail program gives them",
    do: async (page, hand, { arrange, button }) => {
      await arrange();
      await hand.on(button(/^Who must come:/));
      hand.steps++;
      await page.evaluate(() => {
        const data = new DataTransfer();
        data.setData(
          "text",
          'Ana Brandão <ana.brandao@ebbline.example>; tome.vidal@ebbline.example, "Teixeira, Rosa" <rosa.teixeira@porto-norte.example>',
        );
        document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
      });
      await hand.leave();
      await button(/^Who must come: Ana, Tomé and Rosa/).waitFor();
    },
  },
  16: {
    what: "Find when Maren last met Rosa, and what they agreed",
    do: async (page, hand, { says }) => {
      await hand.toFind();
      await hand.type("when did Maren last meet Rosa");
      await says("In what you may see Maren has not met Rosa Teixeira.");
    },
  },
  17: {
    what: "Find a colleague called something like “Aroah” in timetables",
    do: async (page, hand, { option }) => {
      await hand.find("Aroah", option("Aroha Pene"));
      await page.getByRole("group", { name: /^Aroha Pene,/ }).waitFor();
    },
  },
  18: {
    what: "Add a clock for Seattle and one for Mumbai; see what they say at 16:00 Lisbon on the 29th",
    do: async (page, hand, { button, dialog, option, says }) => {
      await hand.place("Lanes");
      await hand.on(button(/^Clocks:/));
      await hand.write(dialog("Clocks").getByRole("textbox", { name: "Another clock" }), "seattle");
      await hand.on(button(/^Seattle/, dialog("Clocks")));
      await hand.write(dialog("Clocks").getByRole("textbox", { name: "Another clock" }), "mumbai");
      await hand.on(button(/^Mumbai/, dialog("Clocks")));
      await hand.leave();
      await hand.on(button(/^When:/));
      await hand.write(dialog("When").getByLabel("Go to a date"), "2027-03-29");
      await hand.leave();
      await says(/Monday 29 March/);
      await page.getByText("Seattle").first().waitFor();
      await page.getByText("Mumbai").first().waitFor();
    },
  },
  19: {
    what: "Maren flies to Halifax on the 17th, 10:00 in Lisbon to 13:30 in Halifax",
    do: async (page, hand, { dialog, button, option, says }) => {
      await hand.place("Lanes");
      await page.getByRole("group", { name: /^Maren Falk,/ }).waitFor();
      await hand.by({
        pointer: async () => {
          const board = page.getByRole("group", { name: /^Lanes,/ });
          const lane = await board.getByRole("group", { name: /^Maren Falk,/ }).boundingBox();
          hand.steps++;
          await page.mouse.move(lane.x + lane.width * 0.545, lane.y + 12);
          await page.mouse.down();
          await page.mouse.move(lane.x + lane.width * 0.56, lane.y + 12, { steps: 3 });
          await page.mouse.move(lane.x + lane.width * 0.575, lane.y + 12, { steps: 3 });
          await page.mouse.up();
        },
        keys: () => hand.key("e"),
      });
      const sheet = dialog("New appointment for Maren Falk");
      await hand.write(sheet.getByLabel("Title"), "Flight to Halifax");
      await hand.on(button(/^When:/, sheet));
      const when = dialog("When");
      await hand.write(when.getByLabel("Day", { exact: true }), "2027-03-17");
      await hand.write(when.getByLabel("Starts"), "10:00");
      await hand.write(when.getByRole("textbox", { name: "Its end in another zone" }), "halifax");
      await hand.on(button(/^Halifax/, when));
      await hand.write(when.getByLabel("Ends, in Halifax"), "13:30");
      await hand.leave();
      await button("When: Wednesday 17 March, 10:00 to 13:30 in Halifax", sheet).waitFor();
      await hand.main(button("Add it for Maren", sheet));
      await says(/“Flight to Halifax”/);
      await page.goto(new URL("/lanes?from=2027-03-17", page.url()).href);
      await page.getByRole("button", { name: /^Flight to Halifax, 10:00 to 16:30/ }).waitFor();
    },
  },
  20: {
    what: "Put a private appointment into Desmond’s Friday; make sure that Tomé cannot read it, by looking as Tomé",
    do: async (page, hand, { line, button, dialog, says }) => {
      await hand.place("Lanes");
      await hand.on(button(/^For whom the line is/));
      await hand.on(button(/^Desmond/, dialog("For whom the line is")));
      await line();
      await hand.type("Eye test, private, Friday 16:00 for 30 minutes");
      await hand.key("Enter");
      await says(/“Eye test” stands in Desmond Oyelaran’s calendar/);
      await hand.place("Access");
      await hand.on(page.getByRole("gridcell", { name: /^Tomé Vidal, Desmond Oyelaran:/ }));
      await hand.by({ pointer: () => hand.on(button("What Tomé sees")), keys: () => hand.key("v") });
      const seen = page.getByRole("region", { name: "What Tomé Vidal sees" });
      await seen.getByText(/^Tomé reads/).waitFor();
    },
  },
  21: {
    what: "Let Sofia Leal see titles in Maren’s calendar until the end of June, not the private ones; see what she sees; end it",
    do: async (page, hand, { button, dialog, option, says }) => {
      await hand.place("Access");
      await hand.on(button("Grant access"));
      const form = page.getByRole("form", { name: "Grant access" });
      await hand.on(button(/^Who:/, form));
      await hand.pick("sofia", option("Sofia Leal"));
      await hand.leave();
      await hand.on(button(/^Until/, form));
      await hand.write(dialog(/Until/).getByLabel(/Until|last day/i), "2027-06-30");
      await hand.key("Enter");
      await hand.on(button(/^Grant to Sofia/, form));
      await says(/^Granted to Sofia/);
      const cell = page.getByRole("gridcell", { name: /^Sofia Leal, Maren Falk: Headlines/ });
      await cell.waitFor();
      await hand.by({
        pointer: () => hand.on(cell),
        keys: async () => {
          // Rows that are out of sight are drawn as one comes to them.
          await hand.to(page.getByRole("gridcell", { selected: true }));
          const at = () => page.evaluate(() => document.activeElement.getAttribute("aria-label"));
          for (let rows = 0; rows < 60 && !re("Sofia Leal, Maren Falk").test(await at()); rows++) await hand.key("ArrowDown");
        },
      });
      await hand.by({ pointer: () => hand.on(button("What Sofia sees")), keys: () => hand.key("v") });
      await page
        .getByRole("region", { name: "What Sofia Leal sees" })
        .getByText(/^Sofia reads/)
        .waitFor();
      await hand.by({ pointer: () => hand.on(button("Withdraw it")), keys: () => hand.key("Delete") });
      await says(/^Withdrawn: Sofia Leal/);
    },
  },
  22: {
    what: "You are ill from tomorrow to Thursday: Ines covers, with a note on the insurers",
    do: async (page, hand, { button, dialog, option, says }) => {
      await hand.place("Whereabouts");
      await hand.on(page.getByRole("region", { name: "Noor Haddad" }).getByRole("button", { name: /^Tuesday 9 March/ }));
      await hand.on(button("Noor is away instead"));
      const form = page.getByRole("form", { name: "Post an absence" });
      await hand.on(button(/^Last day:/, form));
      await hand.write(dialog("Last day").getByLabel("Last day"), "2027-03-11");
      await hand.key("Enter");
      await hand.on(button(/^Who covers:/, form));
      await hand.pick("ines q", option("Ines Quadros"));
      await hand.on(button(/^Whose calendars they keep meanwhile/, form));
      await hand.on(button(/^keeps those of Maren/, dialog("Whose calendars they keep meanwhile")));
      await hand.on(button(/^Post it/, form));
      await hand.on(button("Hand over what is open", page.getByRole("listitem", { name: /^Noor Haddad, from 9 March 2027/ })));
      await hand.write(page.getByRole("textbox", { name: "Note on Insurers, first talk" }), "She wants an answer by Wednesday");
      await hand.on(button(/^Hand \d+ over to Ines/));
      await page.getByRole("heading", { level: 1, name: /you leave Ines Quadros/ }).waitFor();
    },
  },
  23: {
    what: "Cancel Thursday’s steering group with a reason; then learn that it should take place after all",
    do: async (page, hand, { button, says }) => {
      await hand.place("Chase");
      const row = button(/^Thursday.*Tide lease, steering group/);
      if ((await row.getAttribute("aria-expanded")) !== "true") await hand.on(row);
      await hand.on(button("Cancel it…"));
      const form = page.getByRole("form", { name: "Cancel it" });
      await hand.write(form.getByRole("textbox", { name: /^Reason/ }), "The notary fell ill.");
      await hand.on(button(/^Cancel it and notify/, form));
      await says("“Tide lease, steering group” is cancelled; everyone is notified in ten seconds.");
      await advance(page, 11);
      await hand.on(button("Reinstate the meeting", page.getByRole("region", { name: "Cancelled within the hour" })));
      await says("“Tide lease, steering group” takes place after all; everyone is invited again.");
    },
  },
  24: {
    what: "As Tomé: you want another time for a meeting that Maren organises",
    who: /Tomé Vidal/,
    do: async (page, hand, { dialog, button, option, says }) => {
      await hand.find("tide lease review", option("Tide lease review"));
      const sheet = dialog("Tide lease review");
      await hand.on(button(/^Another time/, sheet));
      await hand.write(dialog(/^Another time/).getByLabel("Day", { exact: true }), "2027-03-09");
      await hand.on(button("Offer this time", dialog(/^Another time/)));
      await hand.on(button("Tentative and offer it", sheet));
      await says(/is offered/);
    },
  },
  25: {
    what: "As Maren, on a telephone: what is next, accept what Tomé asks with a line, add “call Pedro”, see what Noor did",
    who: /Maren Falk/,
    window: { viewport: { width: 390, height: 800 }, hasTouch: true },
    do: async (page, hand, { button, dialog }) => {
      const day = page.getByRole("list", { name: "What stands on this day" });
      const asked = day.getByRole("listitem").filter({ hasText: "Blade contract, second reading" });
      await day.getByRole("button", { name: /^10:30 Harbour authority to 11:20/ }).waitFor();
      await hand.on(button("With a line, or another time", asked));
      const sheet = dialog("Blade contract, second reading");
      await hand.write(sheet.getByLabel("For Maren, with a line if you like"), "Gladly");
      await hand.on(button("Accept", sheet));
      await asked.getByRole("button", { name: "With a line, or another time" }).waitFor({ state: "detached" });
      const places = page.getByRole("navigation", { name: "Places" });
      await hand.on(places.getByRole("link", { name: "Add" }));
      await hand.write(page.getByLabel("What, and when"), "call Pedro tomorrow at nine");
      await hand.on(button("Add it: Tuesday 9 March, 09:00, 60 minutes"));
      await day.getByRole("button", { name: /^09:00 call Pedro/ }).waitFor();
      await hand.on(places.getByRole("link", { name: "More" }));
      await hand.on(page.getByRole("link", { name: /^Your own page/ }));
      await page.getByRole("region", { name: "Done in your name" }).getByText("Noor Haddad").first().waitFor();
    },
  },
  26: {
    what: "Bring in a calendar file with twelve events, one of them broken; understand what became of each; take it back",
    do: async (page, hand, { button, says, undo }) => {
      await hand.place("Calendar files");
      const chooser = page.waitForEvent("filechooser");
      await hand.on(button("Choose a file for Maren"));
      const event = (n) =>
        `BEGIN:VEVENT\r\nUID:day-${n}\r\n${n === 7 ? "DTSTART:2027032X" : `DTSTART:202703${10 + n}T170000Z`}\r\nDURATION:PT45M\r\nSUMMARY:Tide office ${n}\r\nEND:VEVENT\r\n`;
      const events = Array.from({ length: 12 }, (_, n) => event(n + 1)).join("");
      const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//tides.example//EN\r\n${events}END:VCALENDAR\r\n`;
      hand.steps++;
      await (await chooser).setFiles({ name: "twelve.ics", mimeType: "text/calendar", buffer: Buffer.from(text) });
      const report = page.getByRole("region", { name: "What came of twelve.ics" });
      await report.getByText("twelve.ics: 11 added, 0 changed, 0 as they were, 1 not taken over.").waitFor();
      await undo();
      await says(/^Undone/);
    },
  },
  27: {
    what: "Write Maren’s next two weeks as a file, without the private ones and without titles",
    do: async (page, hand, { button, dialog }) => {
      await hand.place("Calendar files");
      const write = page.getByRole("region", { name: "Export a file" });
      await hand.on(button(/^How much:/, write));
      await hand.choose(dialog("How much").getByRole("checkbox", { name: "Everything" }), false);
      await hand.write(dialog("How much").getByLabel("From"), "2027-03-08");
      await hand.write(dialog("How much").getByLabel("To"), "2027-03-21");
      await hand.leave();
      await hand.on(button(/^What of it:/, write));
      await hand.on(button(/^only what time is taken/, dialog("What of it")));
      const written = page.waitForEvent("download");
      await hand.on(page.getByRole("link", { name: "Download the file" }));
      const text = readFileSync(await (await written).path(), "utf8");
      assert.ok(text.includes("BEGIN:VFREEBUSY") || text.includes("BEGIN:VEVENT"));
      for (const title of ["Board papers", "Tide lease"]) assert.ok(!text.includes(title), title);
    },
  },
  28: {
    what: "Do the arranging of the eighth again with the keyboard alone",
    only: "keys",
    do: (...given) => tasks[8].do(...given),
  },
  29: {
    what: "At 200 % zoom: add a ruler for Wellington and keep a set of six lanes",
    window: { viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 },
    do: async (page, hand, { button, dialog, option, says }) => {
      await hand.place("Lanes");
      await hand.on(button(/^Clocks:/));
      await hand.write(dialog("Clocks").getByRole("textbox", { name: "Another clock" }), "wellington");
      await hand.on(button(/^Wellington/, dialog("Clocks")));
      await hand.leave();
      await hand.on(button(/^Whose lanes/));
      for (const [text, name] of [
        ["tome", "Tomé Vidal"],
        ["ana br", "Ana Brandão"],
        ["owen", "Owen Tupper"],
      ])
        await hand.pick(text, option(name));
      await hand.write(dialog("Whose lanes").getByRole("textbox", { name: "Keep these lanes as a set called" }), "All six");
      await hand.key("Enter");
      await button("All six", dialog("Whose lanes")).waitFor();
    },
  },
  30: {
    what: "Leave in the middle of writing a meeting, close the window, sign in elsewhere, and go on",
    do: async (page, hand, { arrange, ask, button }, { another }) => {
      await arrange();
      await hand.write(page.getByRole("textbox", { name: "Title" }), "Berth plan");
      await ask("Who must come", ["owen", "Owen Tupper"]);
      await page.getByRole("status").getByText("Saved", { exact: true }).waitFor();
      const elsewhere = await another();
      await elsewhere.getByRole("link", { name: "Arrange a meeting" }).click();
      await elsewhere.getByRole("button", { name: "Who must come: Owen" }).waitFor();
      assert.equal(await elsewhere.getByRole("textbox", { name: "Title" }).inputValue(), "Berth plan");
      await elsewhere.context().close();
    },
  },
};
