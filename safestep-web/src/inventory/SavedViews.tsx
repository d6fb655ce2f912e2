import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Dropdown from "react-bootstrap/Dropdown";
import Form from "react-bootstrap/Form";
import { api, asProblem, told } from "../api/client";
import type { ListView } from "../ui/DataList";
import { keys } from "../api/keys";

/** A person's own saved views of a list: take one, save what is seen, remove one. */
export function SavedViews({
  page,
  view,
  usual,
  onView,
}: {
  page: string;
  view: ListView;
  usual: ListView;
  onView: (view: ListView) => void;
}) {
  const client = useQueryClient();
  const views = useQuery({
    queryKey: keys.views(page),
    queryFn: () => told(api.GET("/api/views/{page}", { params: { path: { page } } })),
  });
  const [name, setName] = useState("");
  const now = JSON.stringify(view);
  const current = views.data?.find((v) => v.content === now)?.name;
  const save = useMutation({
    mutationFn: () =>
      told(
        api.PUT("/api/views/{page}/{name}", { params: { path: { page, name: name.trim() } }, body: { content: now } }),
      ),
    onSuccess: (all) => {
      client.setQueryData(keys.views(page), all);
      setName("");
    },
  });
  const remove = useMutation({
    mutationFn: (which: string) =>
      told(api.DELETE("/api/views/{page}/{name}", { params: { path: { page, name: which } } })),
    onSettled: () => client.invalidateQueries({ queryKey: keys.views(page) }),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    if (name.trim()) {
      save.mutate();
    }
  }
  const isUsual = now === JSON.stringify(usual);
  return (
    <Dropdown autoClose="outside">
      <Dropdown.Toggle variant="link">{current ? `View: ${current}` : "Views"}</Dropdown.Toggle>
      <Dropdown.Menu align="end" className="saved-views">
        <Dropdown.Item as="button" disabled={isUsual} onClick={() => onView(usual)}>
          The usual view
        </Dropdown.Item>
        {views.data?.map((v) => (
          <div key={v.name} className="saved-view">
            <Dropdown.Item
              as="button"
              active={v.name === current}
              onClick={() => onView(JSON.parse(v.content) as ListView)}
            >
              {v.name}
            </Dropdown.Item>
            <Button variant="link" aria-label={`Remove the view ${v.name}`} onClick={() => remove.mutate(v.name)}>
              Remove
            </Button>
          </div>
        ))}
        <Dropdown.Divider />
        <form onSubmit={submit} className="d-flex gap-2 px-3" noValidate>
          <Form.Control
            size="sm"
            value={name}
            maxLength={60}
            placeholder="Save what you see as …"
            aria-label="Name of the view"
            isInvalid={!!save.error}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="submit" size="sm" variant="outline-primary" disabled={save.isPending || !name.trim()}>
            Save
          </Button>
        </form>
        {save.error && (
          <p className="harm px-3 mb-0" role="alert">
            {asProblem(save.error).message}
          </p>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
