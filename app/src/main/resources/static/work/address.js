// Going to the same page with another choice in its address.
export const go = (query) => {
  const address = new URL(document.body.dataset.here, location.href);
  for (const [name, value] of Object.entries(query)) address.searchParams.set(name, value);
  location.href = address.href.replaceAll("%2C", ",");
};
