// Timers of a hidden page are slowed down to one a minute; those of a worker are not.
setInterval(() => self.postMessage(0), 1000);
