import "@fontsource/atkinson-hyperlegible/400.css";
import "@fontsource/atkinson-hyperlegible/700.css";
import "@fontsource/jetbrains-mono/400.css";
import "@fontsource/jetbrains-mono/700.css";
import "./theme/main.scss";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { Problem } from "./api/client";
import { App } from "./App";
import { applyTheme, pinnedTheme } from "./ui/theme";
import { takeDateLanguage } from "./ui/time";

applyTheme(pinnedTheme());
takeDateLanguage();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 2_000,
      // What is refused stays refused; only a server that can't be reached is asked again.
      retry: (times, error) => !(error instanceof Problem && error.status > 0) && times < 3,
    },
  },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
