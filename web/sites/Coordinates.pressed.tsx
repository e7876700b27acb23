import { expect } from 'chai';
import { FormProvider, useForm } from 'react-hook-form';
import { inBrowser } from '../testing/browser.tsx';
import { Coordinates } from './forms.tsx';

type Place = Record<'latitude' | 'longitude', number | null>;

describe('the coordinates of a caller', () => {
  const browser = inBrowser();
  let form: { getValues: () => Place };

  function Form({ place }: { place: Place }) {
    const made = useForm<Place>({ defaultValues: place });
    form = made;
    return (
      <FormProvider {...made}>
        <Coordinates alone label="Coordinates" />
        <button type="button" onClick={() => made.reset({ latitude: null, longitude: null })}>
          Empty
        </button>
      </FormProvider>
    );
  }
  const field = () => browser.screen.getByLabelText('Coordinates') as HTMLInputElement;

  it('are a place once they can be read, none while they cannot, and unknown once they are taken out again', async () => {
    browser.show(<Form place={{ latitude: null, longitude: null }} />);
    await browser.user.type(field(), '52.1');
    expect(form.getValues()).to.deep.equal({ latitude: Number.NaN, longitude: null });
    expect(browser.screen.getByText(/^Not read as a place/)).to.not.equal(null);
    await browser.user.type(field(), ', 5.3');
    expect(form.getValues()).to.deep.equal({ latitude: 52.1, longitude: 5.3 });
    await browser.user.type(field(), ' or so');
    expect(field().value).to.equal('52.1, 5.3 or so');
    expect(form.getValues().latitude).to.deep.equal(Number.NaN);
    await browser.user.clear(field());
    expect(form.getValues()).to.deep.equal({ latitude: null, longitude: null });
  });

  it('go with the form when it is emptied, and are seen again where it was kept', async () => {
    browser.show(<Form place={{ latitude: -33.5, longitude: 19.2 }} />);
    expect(field().value).to.equal('-33.5, 19.2');
    await browser.user.click(browser.screen.getByText('Empty'));
    expect(field().value).to.equal('');
    await browser.user.type(field(), '52.1, 5.3');
    expect(form.getValues().longitude).to.equal(5.3);
    await browser.user.click(browser.screen.getByText('Empty'));
    expect(field().value).to.equal('');
  });
});
