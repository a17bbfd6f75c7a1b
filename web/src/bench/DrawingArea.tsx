import { Suspense } from "react";
import { FrontView } from "../drawing/FrontView";
import { stageOf } from "../stages/stages";
import { useSize } from "../ui/useSize";
import { useChoice } from "./context";

/** Front view, and beside it what the stage has, in the room there is. */
export function DrawingArea() {
  const [ref, { width, height }] = useSize();
  const { canvas } = stageOf(useChoice().stage);
  const beside = width >= 820;
  const Beside = beside || canvas.below ? canvas.Beside : undefined;
  const aside = !Beside ? 0 : beside ? Math.min(340, width * 0.37) : width;
  return (
    <div
      ref={ref}
      className={`mx-4 max-lg:order-2 min-h-0 overflow-hidden border border-hair bg-sheet max-[700px]:mx-2 lg:mr-0 ${Beside && !beside ? "h-[690px]" : "h-[360px]"} lg:h-auto`}
    >
      {width > 0 && (
        <div className={beside ? "flex" : ""}>
          <FrontView
            width={beside ? width - aside : width}
            height={beside || !Beside ? height : height - 330}
            canvas={canvas}
          />
          {Beside && (
            <Suspense fallback={<div style={{ width: aside }} />}>
              <Beside width={aside} height={beside ? height : 330} />
            </Suspense>
          )}
        </div>
      )}
    </div>
  );
}
