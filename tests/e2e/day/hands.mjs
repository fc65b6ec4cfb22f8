// Two ways to do the same: with a pointer, and with the keyboard alone. Each counts its steps: a press, a drag, a stretch of typing.

const mostTabs = 150;

const together =
  '[role="grid"], [role="toolbar"], [role="group"][aria-label^="Lanes,"], [role="group"][aria-label="Today’s lanes"], [role="group"][aria-label$="by days"] section';

/** Whether no Tab stops at it, and the focus is among those from which arrows lead to it. */
function isWalkedTo(control, together) {
  const among = control.closest(together);
  return among !== null && among !== document.activeElement && among.contains(document.activeElement);
}

/** Which arrow leads nearer; none where the focus has come. */
function nextArrow(control) {
  if (document.activeElement === control) return undefined;
  // A row that is broken into lines is still one row.
  if (control.closest("[role=toolbar]"))
    return control.compareDocumentPosition(document.activeElement) & Node.DOCUMENT_POSITION_PRECEDING ? "ArrowRight" : "ArrowLeft";
  const [to, from] = [control, document.activeElement].map((e) => e.getBoundingClientRect());
  const middle = (box) => box.top + box.height / 2;
  if (middle(to) > from.bottom) return "ArrowDown";
  if (middle(to) < from.top) return "ArrowUp";
  return to.left > from.left ? "ArrowRight" : "ArrowLeft";
}

/** What the two have in common. */
class Hand {
  constructor(page) {
    this.page = page;
    this.steps = 0;
  }

  /** Types into what has the focus. */
  async type(text) {
    this.steps++;
    await this.page.keyboard.type(text);
  }

  async key(key) {
    this.steps++;
    await this.page.keyboard.press(key);
  }

  /** Closes what is open above the page. */
  leave() {
    return this.key("Escape");
  }

  /** A value into a field: the field first, then what it holds. */
  async write(field, text) {
    await this.to(field);
    this.steps++;
    await field.fill(text);
  }

  /** Finds something by a part of its name. */
  async find(text, option) {
    await this.toFind();
    await this.pick(text, option);
  }
}

export class Pointer extends Hand {
  is = "pointer";

  by({ pointer }) {
    return pointer();
  }

  async on(control) {
    this.steps++;
    await control.click();
  }

  /** What a sheet offers first at its foot. */
  main(control) {
    return this.on(control);
  }

  /** A radio button, a box that is ticked, one of several that are chosen. */
  async choose(control, to = true) {
    this.steps++;
    await control.setChecked(to);
  }

  to(field) {
    return this.on(field);
  }

  toFind() {
    return this.to(this.page.getByRole("combobox", { name: "Find a person, meeting or place" }));
  }

  async pick(text, option) {
    await this.type(text);
    await this.on(option);
  }

  /** By its word in the head, or out of the menu under one's name. */
  async place(name) {
    const inHead = this.page.getByRole("navigation", { name: "Places" }).getByRole("link", { name });
    if ((await inHead.count()) > 0) return this.on(inHead);
    await this.on(this.page.getByRole("button", { name: "Noor Haddad", exact: true }));
    return this.on(this.page.getByRole("menuitem", { name }));
  }
}

export class Keys extends Hand {
  is = "keys";

  by({ keys }) {
    return keys();
  }

  async on(control) {
    await this.to(control);
    await this.key("Enter");
  }

  async main(control) {
    await control.and(this.page.locator(":enabled")).waitFor();
    await this.key("Control+Enter");
  }

  async choose(control, to = true) {
    // Tab stops at the one of a choice that is chosen; arrows lead to the others.
    if (await control.evaluate((e) => e.type === "radio")) {
      const name = await control.getAttribute("name");
      await this.to(this.page.locator(`input[type=radio][name="${name}"]:checked`));
      while (!(await control.isChecked())) await this.key("ArrowDown");
      return;
    }
    await this.to(control);
    if ((await control.isChecked()) !== to) await this.key("Space");
  }

  /** Tab after Tab, as somebody has to who sees where the focus is; past the head of the page by its link. */
  async to(control) {
    await control.first().waitFor();
    const has = () => control.first().evaluate((e) => e === document.activeElement);
    if (await has()) return;
    const isThere = await control.first().evaluate((e) => e.closest("main") !== null);
    for (let tabs = 0; tabs < mostTabs; tabs++) {
      if (await has()) return;
      if (await control.first().evaluate(isWalkedTo, together)) return this.walk(control.first());
      await this.key("Tab");
      if (isThere && (await this.page.evaluate(() => document.activeElement?.getAttribute("href") === "#place"))) await this.key("Enter");
    }
    throw new Error(`No Tab leads to ${control}.`);
  }

  /** Arrow after arrow to what lies in the same lane, table or strip as the focus. */
  async walk(control) {
    for (let arrows = 0; arrows < mostTabs; arrows++) {
      const arrow = await control.evaluate(nextArrow);
      if (!arrow) return;
      await this.key(arrow);
    }
    throw new Error(`No arrow leads to ${control}.`);
  }

  async toFind() {
    const typing = await this.page.evaluate(() => document.activeElement?.matches("input, textarea, select, [contenteditable]"));
    await this.key(typing ? "Control+/" : "/");
  }

  async pick(text, option) {
    await this.type(text);
    await option.first().waitFor();
    // One of those found is ready for Enter as soon as they are drawn.
    await this.page.locator('[role="option"][aria-selected="true"]').first().waitFor();
    for (let down = 0; down < 20; down++) {
      if ((await option.first().getAttribute("aria-selected")) === "true") return this.key("Enter");
      await this.key("ArrowDown");
    }
    throw new Error(`No arrow leads to ${option}.`);
  }

  /** A place is found like anything else. */
  async place(name) {
    await this.toFind();
    const before = this.page.url();
    await this.pick(name, this.page.getByRole("option", { name: new RegExp(`^${name}`) }));
    // What is pressed before the place is there belongs to the one before.
    await this.page.waitForURL((url) => url.href !== before);
    await this.page.getByRole("heading", { level: 1 }).first().waitFor();
  }
}
