import { Link } from "react-router";

/** The name, with steps that rise. */
export function Mark() {
  return (
    <Link to="/" className="brand">
      <svg viewBox="0 0 20 18" aria-hidden="true">
        <path d="M0 12h4v6H0zM5 9h4v9H5zM10 5h4v13h-4zM15 0h4v18h-4z" />
      </svg>
      Safe Step
    </Link>
  );
}
