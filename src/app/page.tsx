export default function Page() {
  return <main>Silent Compass</main>;
}
