import { useState } from "react";
import Form from "react-bootstrap/Form";
import { Link } from "react-router";
import { Field } from "../ui/Field";
import { applyTheme, pinnedTheme, type Theme, themes } from "../ui/theme";
import { type DateLanguage, dateLanguage, dateLanguages, dayAndTime, setDateLanguage } from "../ui/time";
import { useNow } from "../ui/useNow";

/** How pages look on this browser, and where it is said what one is told. */
export function Looks() {
  const now = useNow();
  const [theme, setTheme] = useState(pinnedTheme);
  const [language, setLanguage] = useState(dateLanguage);
  return (
    <>
      <h3 className="mt-4">On this browser</h3>
      <Field id="own-theme" label="Theme">
        <Form.Select
          value={theme}
          onChange={(e) => {
            const chosen = e.target.value as Theme;
            applyTheme(chosen);
            setTheme(chosen);
          }}
        >
          {Object.entries(themes).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Field>
      <Field id="own-dates" label="Days in" hint={`As in ${dayAndTime(now)}. Files and mails stay in English.`}>
        <Form.Select
          value={language}
          onChange={(e) => {
            const chosen = e.target.value as DateLanguage;
            setDateLanguage(chosen);
            setLanguage(chosen);
          }}
        >
          {Object.entries(dateLanguages).map(([name, words]) => (
            <option key={name} value={name} lang={name}>
              {words}
            </option>
          ))}
        </Form.Select>
      </Field>
      <p className="soft">
        What you are told, and how, is chosen in the <Link to="/inbox">inbox</Link>.
      </p>
    </>
  );
}
