import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import { useNavigate } from "react-router";
import { api, asProblem } from "../api/client";
import type { Change } from "../api/types";
import { ErrorBlock } from "../ui/Messages";
import { type Content, request, usualChecks } from "./content";
import { DescribeFields } from "./DescribeFields";

const blank: Content = {
  version: 0,
  title: "",
  reason: "",
  undoAccepted: false,
  restoresStartup: false,
  groups: [],
  targets: [],
  checks: usualChecks,
  sheets: [],
};

export function NewChangePage() {
  const [content, setContent] = useState(blank);
  const navigate = useNavigate();
  const client = useQueryClient();
  const create = useMutation({
    mutationFn: () => api.post<Change>("/api/changes", request(content)),
    onSuccess: (change) => {
      void client.invalidateQueries({ queryKey: ["changes"] });
      navigate(`/changes/${change.number}/build`);
    },
  });
  const problem = create.error ? asProblem(create.error) : null;

  function submit(event: FormEvent) {
    event.preventDefault();
    create.mutate();
  }

  return (
    <form onSubmit={submit} noValidate style={{ maxWidth: 760 }}>
      <h1 className="mb-3">Start a change</h1>
      {problem && problem.errors.length === 0 && <ErrorBlock error={problem} />}
      <DescribeFields content={content} problem={problem} edit={(e) => setContent({ ...content, ...e })} />
      <div className="save-bar">
        <Button type="submit" disabled={create.isPending}>
          Save the draft and write lines
        </Button>
        <Button variant="outline-primary" onClick={() => navigate("/changes")}>
          Leave without saving
        </Button>
      </div>
    </form>
  );
}
