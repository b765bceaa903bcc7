// Leads on to the page itself. A secret from a QR code goes along behind #, which no browser sends to a server.
const { url } = await (await fetch('/trust.json')).json();
document.getElementById('on').href = `${url}/${location.hash}`;
