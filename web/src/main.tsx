import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { steadyPresses } from "./app/steadyPresses";
import "./app/theme.css";

steadyPresses();
const root = document.getElementById("root");
if (!root) throw new Error("The page has no root.");
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
