/** What can come between this page and the kitchen's server, in words; what is done about it stands in api/policy. */
export const troubles = {
  lost: {
    title: 'The kitchen server does not answer',
    typing: 'Not connected: typing is kept here, figures are the last ones',
    says: 'Nothing that you typed is lost: it is kept in this browser, and sent when the connection is back.',
  },
  busy: {
    title: 'The kitchen server is busy',
    typing: 'The server is busy: typing is kept here and sent again soon',
    says: 'It asked to be left alone for a moment. Nothing that you typed is lost.',
  },
  broken: {
    title: 'The kitchen server made an error',
    typing: 'Not kept: the server made an error; typing is kept here',
    says: 'The error is the server’s, not yours. Nothing that you typed is lost.',
  },
  signed_out: {
    title: 'You are signed out',
    typing: 'Signed out: typing is kept here',
    says: 'Sign in to go on where you are. Nothing that you typed is lost.',
  },
  not_allowed: {
    title: 'Your role does not allow this',
    typing: 'Not kept: you may look, not change; typing is kept here',
    says: 'Ask the owner of this kitchen for the role of a cook.',
  },
  missing: {
    title: 'There is nothing here that you may see',
    typing: 'Not kept: this formula is not there any more; typing is kept here',
    says: 'It was taken away, or it belongs to another kitchen.',
  },
  too_old: {
    title: 'This page is older than the server: load it again',
    typing: 'This page is older than the server: typing is kept here, load it again',
    says: 'Load the page again. Nothing that you typed is lost.',
  },
  refused: {
    title: 'This did not work',
    typing: 'Not kept',
    says: '',
  },
} as const;
