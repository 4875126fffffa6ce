/** The receiver's half of what Skarvo signs, with what Skarvo's own tests hold to be right. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isSigned } from '../../stand-ins/signature.mjs';

const body = '{"to":"a@b.example","text":"Slått"}';
const at = 1_772_524_800;
const request = {
  method: 'POST',
  url: 'http://127.0.0.1:8081/pages',
  headers: {
    'idempotency-key': 'page-7',
    'content-digest': 'sha-256=:+dP0YQ+g+L8NpiluH+L+KIhdpQmFnRi3z/CdkXMTKGg=:',
    'signature-input': `skarvo=("@method" "@target-uri" "content-digest" "idempotency-key");created=${at};keyid="skarvo";alg="hmac-sha256"`,
    signature: 'skarvo=:bEXjnK79Tx0EcbkIhxCEMlq409oHdvtaSVQhlJ9tRek=:',
  },
};
const changed = (headers) => ({ ...request, headers: { ...request.headers, ...headers } });

test('what is signed with the secret is believed, for a while', () => {
  assert.equal(isSigned(request, body, 'secret of the quay', at + 299), true);
  assert.equal(isSigned(request, body, 'secret of the quay', at + 301), false);
  assert.equal(isSigned(request, body, 'another secret', at), false);
  assert.equal(isSigned(request, body, '', at + 9999), true);
});

test('whatever is changed, or left out, is not believed', () => {
  const refused = (one, text = body) => assert.equal(isSigned(one, text, 'secret of the quay', at), false);
  refused(request, body.replace('Slått', 'Slatt'));
  refused({ ...request, method: 'PUT' });
  refused({ ...request, url: 'http://127.0.0.1:8081/mails' });
  refused(changed({ 'idempotency-key': 'page-8' }));
  refused(changed({ 'signature-input': undefined }));
  refused(changed({ signature: undefined }));
  refused(changed({ signature: 'skarvo=:AAAA:' }));
  refused(changed({ 'signature-input': request.headers['signature-input'].replace(' "idempotency-key"', '') }));
});
