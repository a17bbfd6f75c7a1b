import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, Suspense } from "react";
import { lazy } from "./ui/lazy";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { sendWhatWaits } from "./api/left";
import { Home } from "./home/Home";
import { Fault } from "./ui/Fault";
import "./index.css";

const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, networkMode: "always" } },
});

sendWhatWaits(() => void queries.invalidateQueries({ queryKey: ["due"] }));

const BenchPage = lazy(() => import("./bench/BenchPage").then((m) => ({ default: m.BenchPage })));

const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      {/* a step is drawn at once: one still waiting when back is pressed would be lost or kept wrongly */}
      <BrowserRouter useTransitions={false}>
        <Fault>
          <Routes>
            <Route path="/" element={<Home />} />
            {["/wall/:id", "/wall/:id/:stage", "/wall/:id/:stage/:shelf"].map((path) => (
              <Route
                key="wall"
                path={path}
                element={
                  <Suspense fallback={<main className="p-6 text-soft">Opening the wall.</main>}>
                    <BenchPage />
                  </Suspense>
                }
              />
            ))}
            <Route path="*" element={<Home />} />
          </Routes>
        </Fault>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
