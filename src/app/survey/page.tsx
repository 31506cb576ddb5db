import { Words } from "@/screens/chrome/words";
import { SurveyHere } from "@/screens/survey/survey-here";

export const metadata = { title: "Survey" };

/**
 * Opens the survey of any unit where there is no signal, and contains the data of none: a device keeps this page, and the
 * service worker gives it for `/units/:plate/survey`.
 */
export default function SurveyShell() {
  return (
    <Words>
      <SurveyHere />
    </Words>
  );
}
